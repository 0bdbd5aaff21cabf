package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.record.Leaf;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.RecordFiles;
import earnest.record.TheRecord;
import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

import tools.jackson.databind.JsonNode;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Reading the record, taking it out, and the data beside it, against those who have some right. */
@ExtendWith(App.Running.class)
class RecordAttacksTest {
    private App app;
    private Desk tove;

    @BeforeEach
    void analyst(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
    }

    private long entries(String kind) {
        return app.database()
                .sql("select count(*) from entry where kind = :k")
                .param("k", kind)
                .query(Long.class)
                .single();
    }

    @Test
    void everyPageThatIsReadIsAnEntry() {
        Desk elif = app.desk("elif.hartono");
        long before = entries("record-read");
        JsonNode last = elif.api().get("/api/record").ok().get("entries").get(5).get("entry");
        elif.api()
                .get(
                        "/api/record?before="
                                + last.get("at").asString()
                                + "&beforeEntry="
                                + last.get("id").asString())
                .ok();
        elif.api().get("/api/record?before=2999-01-01T00:00:00Z").ok();
        assertThat(entries("record-read")).isEqualTo(before + 3);
    }

    @Test
    void entriesOfOneMicrosecondAreAllRead() {
        Desk elif = app.desk("elif.hartono");
        UUID person = UUID.randomUUID();
        Set<String> made = new HashSet<>();
        for (int i = 0; i < 230; i++) {
            UUID id = UUID.randomUUID();
            made.add(id.toString());
            app.database()
                    .sql(
                            "insert into entry (id, at, kind, actor_type, actor_id, person_id,"
                                    + " leaf) values (:id, '2001-01-01', 'person-in', 'earnest',"
                                    + " 'earnest', :p, :leaf)")
                    .param("id", id)
                    .param("p", person)
                    .param("leaf", leaf(id, person))
                    .update();
            app.database()
                    .sql("insert into entry_pending (entry_id) values (:id)")
                    .param("id", id)
                    .update();
        }
        Set<String> read = new HashSet<>();
        String next = "";
        for (int page = 0; page < 4; page++) {
            JsonNode found = elif.api().get("/api/record?person=" + person + next).ok();
            for (JsonNode row : found.get("entries")) {
                JsonNode entry = row.get("entry");
                assertThat(read.add(entry.get("id").asString())).isTrue();
                next =
                        "&before="
                                + entry.get("at").asString()
                                + "&beforeEntry="
                                + entry.get("id").asString();
            }
        }
        assertThat(read).isEqualTo(made);
    }

    private static String leaf(UUID id, UUID person) {
        return new Leaf(
                        id,
                        earnest.ground.Organisation.FIRST,
                        Instant.parse("2001-01-01T00:00:00Z"),
                        "person-in",
                        new Leaf.Actor("earnest", "earnest", null),
                        null,
                        null,
                        person,
                        null,
                        null,
                        null,
                        null,
                        null,
                        Map.of(),
                        Map.of(),
                        "node-1")
                .canonical();
    }

    @Test
    void aColleaguesClosedTicketLeavesAnEntryAndItsReceiptIsNotForAnalysts() {
        String ticket = app.proved(tove, app.somebody());
        tove.close(ticket, "Only a trial.");
        long before = entries("ticket-read");
        tove.page(ticket);
        assertThat(entries("ticket-read")).isEqualTo(before);
        Desk jonas = app.desk("jonas.lie");
        jonas.page(ticket);
        jonas.page(ticket);
        assertThat(entries("ticket-read")).isEqualTo(before + 1);
        assertThat(jonas.api().get("/api/tickets/" + ticket + "/receipt").problem())
                .isEqualTo("no-right");
        Eventually.waitFor(
                "it to be sealed",
                () -> tove.api().get("/api/tickets/" + ticket + "/receipt").status() == 200);
        app.desk("elif.hartono").api().get("/api/tickets/" + ticket + "/receipt").ok();
    }

    @Test
    void aClosedTicketIsShownAsItWasJudgedAndAMethodThatIsGoneBreaksNothing() {
        String account = app.somebody();
        String closed = app.proved(tove, account);
        tove.close(closed, "Only a trial.");
        String open = app.proved(tove, app.somebody());
        int stood = tove.standing(closed);
        String rules =
                app.database()
                        .sql("select content from rulebook order by version desc limit 1")
                        .query(String.class)
                        .single();
        // Another rulebook, that does not know the word of the harbour any more.
        String other = rules.replace("\"harbour-word\"", "\"semaphore\"");
        assertThat(other).isNotEqualTo(rules);
        app.database()
                .sql(
                        "insert into rulebook (version, name, content, in_force_since) select"
                                + " max(version) + 1, 'other', :c, utc_timestamp(6) from rulebook")
                .param("c", other)
                .update();
        try {
            assertThat(tove.standing(closed)).isEqualTo(stood);
            JsonNode proof = tove.page(open).get("proof");
            assertThat(proof.get("explanations").toString())
                    .contains("the rulebook in force does not know it");
            assertThat(proof.get("standing").asInt()).isLessThan(stood);
            assertThat(tove.change(open, "temporary-password").problem())
                    .isEqualTo("not-sure-enough");
        } finally {
            app.database()
                    .sql(
                            "insert into rulebook (version, name, content, in_force_since) select"
                                    + " max(version) + 1, 'careful', :c, utc_timestamp(6) from"
                                    + " rulebook")
                    .param("c", rules)
                    .update();
        }
    }

    @Test
    void controlCharactersForgeNoLinesInWhatIsTakenOut() throws Exception {
        UUID person = UUID.randomUUID();
        String ticket = app.proved(tove, app.somebody());
        tove.api()
                .post(
                        "/api/tickets/" + ticket + "/close",
                        Map.of(
                                "summary",
                                "One line\nanother\tline",
                                "version",
                                tove.version(ticket)))
                .ok();
        // Whatever came past the edge, as from a directory: an escape, a NUL, a line's end of 1963.
        app.bean(Writes.class)
                .run(
                        () ->
                                app.bean(TheRecord.class)
                                        .append(
                                                Entry.byEarnest(EntryKind.TICKET_CLOSED)
                                                        .ticket(UUID.fromString(ticket), null)
                                                        .personal(
                                                                "summary",
                                                                "a\u001b[31mb\u0000c\u0085d\u2028e")));
        Eventually.waitFor(
                "it to be sealed",
                () -> tove.api().get("/api/tickets/" + ticket + "/receipt").status() == 200);
        RecordFiles files = app.bean(RecordFiles.class);
        RecordFiles.Chosen chosen = files.ofTicket(UUID.fromString(ticket));
        for (RecordFiles.Format format :
                new RecordFiles.Format[] {RecordFiles.Format.CSV, RecordFiles.Format.SYSLOG}) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            files.write(chosen, format, out);
            String text = out.toString(StandardCharsets.UTF_8);
            assertThat(text).contains("One line another line");
            assertThat(text.replaceAll("\r?\n", ""))
                    .as(format + " " + person)
                    .matches("(?s)[^\\p{Cc}]*");
        }
    }

    @Test
    void anOddEntryHoldsNobodyElseUpAndIsSaid() {
        String odd = app.somebody();
        String other = app.somebody();
        modify(odd, "title", "x".repeat(300));
        modify(other, "title", "Told anew");
        People people = app.bean(People.class);
        Eventually.waitFor(
                "the other to be copied",
                () -> "Told anew".equals(people.byAccount(other).orElseThrow().title()));
        Eventually.waitFor(
                "it to be said",
                () -> String.valueOf(people.freshness().trouble()).contains("could not be copied"));
        modify(odd, "title", "Mended");
        try (App.Later _ = app.later(Duration.ofMinutes(16))) {
            Eventually.waitFor("it to be well again", () -> people.freshness().trouble() == null);
        }
    }

    private void modify(String account, String attribute, String value) {
        app.directory()
                .administer(
                        "dn: " + DirectoryOfTests.dn(account),
                        "changetype: modify",
                        "replace: " + attribute,
                        attribute + ": " + value,
                        "-");
    }

    private void sixtyNotGiven() {
        JdbcClient database = app.bean(JdbcClient.class);
        for (int i = 0; i < 60; i++) {
            UUID id = UUID.randomUUID();
            database.sql(
                            "insert into person (id, account, name, folded_given, folded_family)"
                                    + " values (:id, :a, 'Not Given', '', '')")
                    .param("id", id)
                    .param("a", "notgiven" + i)
                    .update();
            database.sql(
                            "insert into person_entry (source, native_id, person_id, place, digest)"
                                    + " values ('directory', :a, :id, '', '')")
                    .param("id", id)
                    .param("a", "notgiven" + i)
                    .update();
        }
    }

    @Test
    void aDirectoryThatGivesFewIsNotBelieved() {
        // As if Earnest might read only what it knows already: hundreds are not given any more.
        long before = present();
        // All at once: a copy that comes in between would believe the first few.
        app.bean(Writes.class).run(this::sixtyNotGiven);
        try {
            long held = entries("copy-held");
            try (App.Later _ = app.later(Duration.ofMinutes(16))) {
                Eventually.waitFor("it to be said", () -> entries("copy-held") > held);
            }
            assertThat(present()).isEqualTo(before + 60);
            assertThat(app.bean(People.class).freshness().trouble()).contains("fewer than before");
        } finally {
            app.database().sql("delete from person where account like 'notgiven%'").update();
            app.databaseAs("migrate")
                    .sql("delete from person_entry where native_id like 'notgiven%'")
                    .update();
        }
    }

    private long present() {
        return app.database()
                .sql("select count(*) from person where gone_at is null")
                .query(Long.class)
                .single();
    }

    @Test
    void aNewEntrysTelephoneIsNotTrustedInFull() {
        String account = "newcomer" + System.nanoTime() % 100_000;
        app.directory()
                .administer(
                        "dn: " + DirectoryOfTests.dn(account),
                        "changetype: add",
                        "objectClass: inetOrgPerson",
                        "uid: " + account,
                        "cn: Newly Come",
                        "sn: Come",
                        "givenName: Newly",
                        "mobile: +447700900997");
        People people = app.bean(People.class);
        Eventually.waitFor("the entry to be copied", () -> people.byAccount(account).isPresent());
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.offer(ticket, "call-back")).isEmpty();
        assertThat(tove.page(ticket).get("who").get("contacts").get(0).get("tooNew").asBoolean())
                .isTrue();
    }

    private static Set<String> groups(People people, String account) {
        return people.groups(people.byAccount(account).orElseThrow().id());
    }

    @Test
    void namesOfGroupsMayHoldSpaces() {
        String account = app.somebody();
        app.directory()
                .administer(
                        "dn: cn=night watch,ou=groups,dc=brackwater,dc=example",
                        "changetype: add",
                        "objectClass: groupOfNames",
                        "cn: night watch",
                        "member: " + DirectoryOfTests.dn(account));
        People people = app.bean(People.class);
        Eventually.waitFor(
                "the group to be copied", () -> groups(people, account).contains("night watch"));
        assertThat(groups(people, account)).hasSize(1);
    }
}
