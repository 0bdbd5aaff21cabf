package earnest.core.record;

import org.jspecify.annotations.Nullable;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * What an entry says for ever, in the form of version 2. Version 1, in which older entries stand,
 * had no organisation and did not say what was judged; nothing that verifies looks at either.
 *
 * @param organisation whose entry it is
 * @param personal field to {@link Commitment}
 * @param why what allowed it, or null
 */
public record Leaf(
        UUID id,
        UUID organisation,
        Instant at,
        String kind,
        Actor actor,
        @Nullable UUID ticket,
        @Nullable UUID conversation,
        @Nullable UUID person,
        @Nullable String system,
        @Nullable String account,
        @Nullable String server,
        @Nullable String outcome,
        @Nullable Why why,
        Map<String, Object> data,
        Map<String, String> personal,
        String node) {

    private static final int FORMAT = 2;
    private static final DateTimeFormatter MICROSECONDS =
            DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSSSSS'Z'").withZone(ZoneOffset.UTC);

    /**
     * Who did it.
     *
     * @param type one of {@code analyst, caller, system, line, earnest}
     * @param id the analyst's or person's id or the system's name
     * @param signedInBy how an analyst signed in, or null
     */
    public record Actor(String type, String id, @Nullable String signedInBy) {
        Map<String, Object> fields() {
            Map<String, Object> fields = new LinkedHashMap<>();
            fields.put("type", type);
            fields.put("id", id);
            put(fields, "signedInBy", signedInBy);
            return fields;
        }
    }

    /**
     * What allowed an action.
     *
     * @param rule the rulebook's version and the rule
     * @param standing decibans at that moment
     * @param asked decibans that the rules asked
     * @param evidence ids of the entries that it rested on, with those that took points away
     * @param judged the whole input, as {@link earnest.core.assurance.JudgedFile} writes it
     */
    public record Why(
            String rule, int standing, int asked, List<UUID> evidence, Map<String, Object> judged) {
        Map<String, Object> fields() {
            return Map.of(
                    "rule", rule,
                    "standing", standing,
                    "asked", asked,
                    "evidence", evidence.stream().map(UUID::toString).toList(),
                    "judged", judged);
        }
    }

    /** The canonical JSON whose UTF-8 bytes are hashed. */
    public String canonical() {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("id", id.toString());
        fields.put("organisation", organisation.toString());
        fields.put("at", MICROSECONDS.format(at));
        fields.put("kind", kind);
        fields.put("actor", actor.fields());
        put(fields, "ticket", ticket);
        put(fields, "conversation", conversation);
        put(fields, "person", person);
        put(fields, "system", system);
        put(fields, "account", account);
        put(fields, "server", server);
        put(fields, "outcome", outcome);
        if (why != null) {
            fields.put("why", why.fields());
        }
        fields.put("data", data);
        fields.put("personal", personal);
        fields.put("node", node);
        fields.put("version", FORMAT);
        return CanonicalJson.write(fields);
    }

    /** The leaf hash of RFC 9162, section 2.1.1: SHA-256(0x00 ‖ leaf). */
    public static byte[] hash(String canonical) {
        MessageDigest digest = Sha256.fresh();
        digest.update((byte) 0);
        return digest.digest(canonical.getBytes(StandardCharsets.UTF_8));
    }

    private static void put(Map<String, Object> fields, String name, @Nullable Object value) {
        if (value != null) {
            fields.put(name, value.toString());
        }
    }
}
