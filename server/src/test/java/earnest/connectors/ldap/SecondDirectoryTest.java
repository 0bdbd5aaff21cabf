package earnest.connectors.ldap;

import static org.assertj.core.api.Assertions.assertThat;

import com.unboundid.ldap.sdk.ResultCode;

import earnest.App;
import earnest.checks.Enrolments;
import earnest.connectors.Connector;
import earnest.core.codes.Totp;
import earnest.core.passwords.Secret;
import earnest.people.People;
import earnest.systems.Systems;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;
import earnest.testkit.Outside;
import earnest.testkit.SecondDirectory;
import earnest.testkit.Steward;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;

/**
 * A second directory beside the first, with nothing but rows: each by itself in all that is done.
 */
@ExtendWith(App.Running.class)
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class SecondDirectoryTest {
    private static final String ONLY_THERE = "hgrey";
    private static final String IN_BOTH = "hboth";
    private static final byte[] KEY = "12345678901234567890".getBytes();

    private final App app;
    private final Desk tove;
    private final Outside outside;
    private Steward steward;
    private SecondDirectory harbour;

    /** Accounts of the first directory: whose telephone rings for the other, and who is in both. */
    private String pocket;

    private String both;

    SecondDirectoryTest(App app) {
        this.app = app;
        this.tove = app.desk("tove.rask");
        this.outside = app.outside();
    }

    @BeforeAll
    void connect(@TempDir Path folder) {
        pocket = app.somebody();
        both = app.somebody();
        harbour =
                new SecondDirectory(
                        folder,
                        Map.of(
                                ONLY_THERE,
                                        List.of("90001", known(pocket).get("mobile").asString()),
                                IN_BOTH,
                                        List.of(
                                                known(both).get("staffNumber").asString(),
                                                "+447700900996")));
        steward = new Steward(app.ground());
        steward.api().put("/api/systems/harbour", harbour.system()).ok();
        steward.api().put("/api/people-sources/harbour", SecondDirectory.people("harbour")).ok();
        Eventually.waitFor(
                "both people to be copied",
                () -> found(ONLY_THERE).size() == 1 && found(IN_BOTH).size() == 1);
    }

    @AfterAll
    void disconnect() {
        steward.api().delete("/api/people-sources/harbour").ok();
        Eventually.waitFor("its people to be gone", () -> found(ONLY_THERE).isEmpty());
        harbour.close();
    }

    private JsonNode known(String account) {
        return StreamSupport.stream(
                        JsonMapper.shared()
                                .readTree(app.ground().read("world/people.json"))
                                .spliterator(),
                        false)
                .filter(p -> p.get("account").asString().equals(account))
                .findFirst()
                .orElseThrow();
    }

    private List<People.Found> found(String typed) {
        return app.bean(People.class).find(typed, 12);
    }

    /** A call of somebody who is only in the second, proved by two paths. */
    private String proved() {
        app.needs("call", "call-back", "authenticator");
        UUID person = found(ONLY_THERE).getFirst().id();
        app.bean(Enrolments.class).enrol(Map.of(person, KEY));
        String ticket = app.visitor(tove);
        tove.claim(ticket, ONLY_THERE).ok();
        tove.callBack(ticket, pocket, outside);
        String check = tove.begin(ticket, "authenticator");
        try (Secret code = Totp.at(KEY, Instant.now(), Totp.STANDARD)) {
            tove.type(ticket, check, code.open(String::new)).ok();
        }
        return ticket;
    }

    @Test
    void itsPeopleAreFoundProvedAndHelpedThere() {
        String ticket = proved();
        JsonNode systems = tove.accounts(ticket).get("systems");
        assertThat(systems).hasSize(1);
        assertThat(systems.get(0).get("name").asString()).isEqualTo("Harbour directory");
        assertThat(tove.page(ticket).get("who").get("groups").toString()).contains("pilots");
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("no-account");
        tove.change(ticket, "harbour", "temporary-password").ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
        String password = tove.readAloud(ticket);
        assertThat(harbour.changeOwn(ONLY_THERE, password, "a sentence of my own 7"))
                .isEqualTo(ResultCode.SUCCESS);
        Eventually.waitFor("them to be in", () -> app.recorded(ticket, "person-in"));
    }

    @Test
    void whoIsInBothHasAnAccountInEachAndOneIsChangedWithoutTheOther() {
        String ticket = app.proved(tove, both);
        JsonNode systems = tove.accounts(ticket).get("systems");
        assertThat(systems).hasSize(2);
        assertThat(systems.get(0).get("account").asString()).isEqualTo(both);
        assertThat(systems.get(1).get("account").asString()).isEqualTo(IN_BOTH);
        String before = changed(app.directory().read("LDAP", both));
        tove.change(ticket, "harbour", "temporary-password").ok();
        assertThat(tove.settled(ticket).get("state").asString()).isEqualTo("TOOK_EFFECT");
        assertThat(changed(app.directory().read("LDAP", both))).isEqualTo(before);
        String password = tove.readAloud(ticket);
        try (App.Later _ = app.later(Duration.ofMinutes(61))) {
            Eventually.waitFor(
                    "it to run out there", () -> app.recorded(ticket, "handover-expired"));
        }
        assertThat(harbour.bind(IN_BOTH, password)).isEqualTo(ResultCode.INVALID_CREDENTIALS);
        assertThat(changed(app.directory().read("LDAP", both))).isEqualTo(before);
    }

    private static String changed(com.unboundid.ldap.sdk.Entry entry) {
        return String.valueOf(entry.getAttributeValue("pwdChangedTime"));
    }

    @Test
    void whatOnlyOneOfThemNamesIsNotGoneFromTheOther() {
        try (App.Later _ = app.later(Duration.ofMinutes(16))) {
            Eventually.waitFor(
                    "both to be read whole again",
                    () ->
                            app.database()
                                            .sql(
                                                    "select count(*) from people_copy where"
                                                        + " whole_at > utc_timestamp(6) + interval"
                                                        + " 14 minute")
                                            .query(Long.class)
                                            .single()
                                    == 2);
        }
        assertThat(found(ONLY_THERE)).hasSize(1);
        assertThat(found(pocket)).isNotEmpty();
        assertThat(app.bean(People.class).freshness().trouble()).isNull();
    }

    @Test
    void aChangeOfOneSystemLeavesTheOtherAsItIs() {
        Systems systems = app.bean(Systems.class);
        Connector first = systems.system("directory").connector();
        Connector second = systems.system("harbour").connector();
        steward.api().put("/api/systems/harbour", harbour.system()).ok();
        assertThat(systems.system("harbour").connector()).isNotSameAs(second);
        assertThat(systems.system("directory").connector()).isSameAs(first);
    }

    @Test
    void aCredentialIsNeverReadAndNotSentElsewhere() {
        assertThat(steward.api().get("/api/systems").text())
                .contains("\"hasCredential\":true")
                .doesNotContain("harbour's own");
        Map<String, Object> moved = new HashMap<>(harbour.system());
        moved.remove("credential");
        steward.api().put("/api/systems/harbour", moved).ok();
        assertThat(steward.system("harbour")).isNotNull();
        assertThat(credential()).isTrue();
        moved.put(
                "settings",
                Map.of(
                        "servers",
                        List.of(Map.of("name", "quay", "url", "ldap://127.0.0.1:1")),
                        "bindDn",
                        "cn=somebody"));
        steward.api().put("/api/systems/harbour", moved).ok();
        assertThat(credential()).isFalse();
        steward.api().put("/api/systems/harbour", harbour.system()).ok();
    }

    private boolean credential() {
        return StreamSupport.stream(steward.api().get("/api/systems").ok().spliterator(), false)
                .filter(system -> system.get("id").asString().equals("harbour"))
                .allMatch(system -> system.get("hasCredential").asBoolean());
    }

    @Test
    void settingsThatAreWrongAreNamedAndOnlyAStewardSetsThem() {
        Map<String, Object> wrong = new HashMap<>(harbour.system());
        wrong.put("settings", Map.of("servers", List.of(), "bindDn", "cn=root"));
        assertThat(steward.api().put("/api/systems/harbour", wrong).text())
                .contains("settings.servers: must name at least one");
        for (String outside : List.of("192.0.2.7", "127.example", "127.0.0.1.example")) {
            wrong.put(
                    "settings",
                    Map.of(
                            "servers",
                            List.of(Map.of("name", "one", "url", "ldap://" + outside)),
                            "bindDn",
                            "cn=root"));
            assertThat(steward.api().put("/api/systems/harbour", wrong).text())
                    .as(outside)
                    .contains("passwords in the clear");
        }
        wrong.put("kind", "tea");
        assertThat(steward.api().put("/api/systems/harbour", wrong).text())
                .contains("'tea' is not known; known are");
        assertThat(tove.api().put("/api/systems/harbour", harbour.system()).problem())
                .isEqualTo("no-right");
        assertThat(tove.api().get("/api/systems").problem()).isEqualTo("no-right");
        assertThat(
                        tove.api()
                                .put(
                                        "/api/people-sources/harbour",
                                        SecondDirectory.people("harbour"))
                                .problem())
                .isEqualTo("no-right");
        assertThat(tove.api().get("/api/organisation").problem()).isEqualTo("no-right");
    }
}
