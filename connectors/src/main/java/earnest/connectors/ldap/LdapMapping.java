package earnest.connectors.ldap;

import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;

/**
 * Where a directory keeps its people, and in which attributes. An attribute that is not named is
 * not read.
 *
 * @param groupsBase where the groups are, or null for none
 * @param groupClass object class of a group, whose members stand in {@code member}
 * @param names attributes of the whole name, the first that has one
 * @param deputy the DN of who stands in for somebody, or null
 * @param awayUntil until when somebody is away, as a generalized time (RFC 4517 section 3.3.13), or
 *     null
 * @param facts kind of fact to attribute
 * @param contacts kind of contact to attribute
 */
record LdapMapping(
        String peopleBase,
        @Nullable String groupsBase,
        String groupClass,
        String account,
        Set<String> names,
        @Nullable String given,
        @Nullable String family,
        @Nullable String staffNumber,
        @Nullable String title,
        @Nullable String vessel,
        @Nullable String port,
        @Nullable String speaks,
        @Nullable String manager,
        @Nullable String deputy,
        @Nullable String awayUntil,
        Map<String, String> facts,
        Map<String, String> contacts) {

    /**
     * Reads a mapping.
     *
     * @throws earnest.core.json.BadField naming the setting that is wrong
     */
    static LdapMapping read(Fields fields) {
        LdapMapping mapping =
                new LdapMapping(
                        fields.line("peopleBase"),
                        fields.lineOrNull("groupsBase"),
                        fields.has("groupClass") ? fields.line("groupClass") : "groupOfNames",
                        fields.line("account"),
                        new LinkedHashSet<>(fields.texts("names")),
                        fields.lineOrNull("given"),
                        fields.lineOrNull("family"),
                        fields.lineOrNull("staffNumber"),
                        fields.lineOrNull("title"),
                        fields.lineOrNull("vessel"),
                        fields.lineOrNull("port"),
                        fields.lineOrNull("speaks"),
                        fields.lineOrNull("manager"),
                        fields.lineOrNull("deputy"),
                        fields.lineOrNull("awayUntil"),
                        attributes(fields, "facts"),
                        attributes(fields, "contacts"));
        fields.noOthers();
        return mapping;
    }

    private static Map<String, String> attributes(Fields fields, String field) {
        return fields.has(field) ? fields.object(field).each(Fields::asText) : Map.of();
    }

    /** All attributes that are asked for. */
    String[] attributes() {
        Set<String> all = new LinkedHashSet<>(names);
        all.add("entryUUID");
        all.add(account);
        for (String one :
                new String[] {
                    given,
                    family,
                    staffNumber,
                    title,
                    vessel,
                    port,
                    speaks,
                    manager,
                    deputy,
                    awayUntil
                }) {
            if (one != null) {
                all.add(one);
            }
        }
        all.addAll(new LinkedHashMap<>(facts).values());
        all.addAll(contacts.values());
        return all.toArray(String[]::new);
    }
}
