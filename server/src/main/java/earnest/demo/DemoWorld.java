package earnest.demo;

import earnest.access.Analysts;
import earnest.access.Analysts.Newcomer;
import earnest.access.Role;
import earnest.access.StaffFactors;
import earnest.checks.Devices;
import earnest.checks.Enrolments;
import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.people.People;

import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;

/**
 * Brings in what no directory says: analysts, authenticators, and since when contacts are known.
 */
@Component
@ConditionalOnProperty(name = "earnest.demo.enabled", havingValue = "true")
class DemoWorld implements Routine, SmartInitializingSingleton {
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(1);
    private static final Duration NEVER_AGAIN = Duration.ofDays(365);

    private final DemoProperties properties;
    private final Analysts analysts;
    private final Enrolments enrolments;
    private final Devices devices;
    private final StaffFactors factors;
    private final People people;
    private final JdbcClient database;
    private final Writes writes;

    DemoWorld(
            DemoProperties properties,
            Analysts analysts,
            Enrolments enrolments,
            Devices devices,
            StaffFactors factors,
            People people,
            JdbcClient database,
            Writes writes) {
        this.properties = properties;
        this.analysts = analysts;
        this.enrolments = enrolments;
        this.devices = devices;
        this.factors = factors;
        this.people = people;
        this.database = database;
        this.writes = writes;
    }

    /** Before the first request is taken: whoever sees that the server is up can sign in. */
    @Override
    public void afterSingletonsInstantiated() {
        String password = Objects.requireNonNull(properties.signInPassword());
        analysts.admit(
                List.of(
                        new Newcomer("tove.rask", "Tove Rask", Set.of(Role.ANALYST), "trask"),
                        new Newcomer("jonas.lie", "Jonas Lie", Set.of(Role.ANALYST), "jlie"),
                        new Newcomer("ravi.anand", "Ravi Anand", Set.of(Role.LEAD), "ranand"),
                        new Newcomer("maren.holt", "Maren Holt", Set.of(Role.STEWARD), "mholt"),
                        new Newcomer(
                                "elif.hartono", "Elif Hartono", Set.of(Role.AUDITOR), "ehartono")),
                password);
        staffFactors();
    }

    /** Staff carry theirs already, so that one can play at once. */
    private void staffFactors() {
        Path keys = file("staff-keys.json");
        if (!Files.exists(keys)) {
            return;
        }
        List<Map<String, String>> carried =
                JsonMapper.shared().readValue(keys, new TypeReference<>() {});
        writes.run(
                () ->
                        carried.forEach(
                                one ->
                                        factors.bringIn(
                                                analyst(Objects.requireNonNull(one.get("login"))),
                                                Base64.getDecoder().decode(one.get("key")))));
    }

    private UUID analyst(String login) {
        return database.sql("select id from analyst where login = :login")
                .param("login", login)
                .query(UUID.class)
                .single();
    }

    @Override
    public String name() {
        return "demo-world";
    }

    /** Waits until the people are there; then does each thing once, and looks no more. */
    @Override
    public Duration run() {
        if (any("enrolment")) {
            return NEVER_AGAIN;
        }
        if (!any("person") || people.freshness().at() == null) {
            return LOOKS_EVERY;
        }
        writes.run(
                () -> {
                    contacts();
                    enrol();
                    phones();
                });
        return NEVER_AGAIN;
    }

    private boolean any(String table) {
        return database.sql("select exists (select 1 from %s)".formatted(table))
                .query(Boolean.class)
                .single();
    }

    private void enrol() {
        Map<String, String> keys =
                JsonMapper.shared().readValue(file("enrolments.json"), new TypeReference<>() {});
        Map<UUID, byte[]> byPerson = new HashMap<>();
        Map<String, UUID> ids = accounts();
        keys.forEach(
                (account, key) -> {
                    UUID person = ids.get(account);
                    if (person != null) {
                        byPerson.put(person, Base64.getDecoder().decode(key));
                    }
                });
        enrolments.enrol(byPerson);
    }

    private void phones() {
        Map<String, Map<String, String>> phones =
                JsonMapper.shared().readValue(file("devices.json"), new TypeReference<>() {});
        phones.forEach(
                (account, phone) ->
                        people.byAccount(account)
                                .ifPresent(
                                        person ->
                                                devices.bringIn(
                                                        UUID.fromString(phone.get("device")),
                                                        person.id(),
                                                        Base64.getDecoder()
                                                                .decode(phone.get("key")))));
    }

    private Map<String, UUID> accounts() {
        Map<String, UUID> ids = new HashMap<>();
        database.sql("select account, id from person where gone_at is null")
                .query(
                        row -> {
                            ids.put(row.getString(1), row.getObject(2, UUID.class));
                        });
        return ids;
    }

    private void contacts() {
        List<Map<String, String>> changed =
                JsonMapper.shared().readValue(file("contacts.json"), new TypeReference<>() {});
        for (Map<String, String> contact : changed) {
            people.byAccount(Objects.requireNonNull(contact.get("account")))
                    .ifPresent(
                            person ->
                                    database.sql(
                                                    "update contact set since = :since, set_by ="
                                                        + " :by where person_id = :p and kind = :k"
                                                        + " and removed_at is null")
                                            .param("since", Instant.parse(contact.get("since")))
                                            .param("by", contact.get("setBy"))
                                            .param("p", person.id())
                                            .param("k", contact.get("kind"))
                                            .update());
        }
    }

    private Path file(String name) {
        return Objects.requireNonNull(properties.folder()).resolve(name);
    }
}
