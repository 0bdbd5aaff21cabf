package earnest.demo.past;

import earnest.core.assurance.Outcome;
import earnest.people.ContactKind;

import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** The rows of past tickets, and the people whom they are about. */
@Component
@ConditionalOnProperty(name = "earnest.demo.enabled", havingValue = "true")
class PastRows {
    /** Live tickets are numbered from here on. */
    static final int FIRST_LIVE = 1042;

    private final JdbcClient database;

    PastRows(JdbcClient database) {
        this.database = database;
    }

    /** Who could have called, in one order. */
    List<Whom> people() {
        Map<UUID, List<Whom.Reached>> contacts = new HashMap<>();
        database.sql("select person_id, id, kind, value from contact where removed_at is null")
                .query(
                        row -> {
                            contacts.computeIfAbsent(
                                            row.getObject(1, UUID.class), p -> new ArrayList<>())
                                    .add(
                                            reached(
                                                    row.getObject(2, UUID.class),
                                                    row.getString(3),
                                                    row.getString(4)));
                        });
        Map<UUID, UUID> devices = new HashMap<>();
        database.sql(
                        "select person_id, id from enrolment where kind = 'authenticator' and"
                                + " removed_at is null and confirmed_at is not null")
                .query(
                        row -> {
                            devices.put(row.getObject(1, UUID.class), row.getObject(2, UUID.class));
                        });
        Map<UUID, Set<String>> groups = new HashMap<>();
        database.sql("select person_id, name from person_group")
                .query(
                        row -> {
                            groups.computeIfAbsent(
                                            row.getObject(1, UUID.class), p -> new HashSet<>())
                                    .add(row.getString(2));
                        });
        Map<String, Whom> people = new LinkedHashMap<>();
        database.sql(
                        "select p.id, p.name, p.account from person p where p.gone_at is null and"
                                + " not exists (select 1 from analyst a where a.own_account ="
                                + " p.account) order by p.account")
                .query(
                        row -> {
                            UUID id = row.getObject(1, UUID.class);
                            String account = row.getString(3);
                            people.put(
                                    account,
                                    new Whom(
                                            id,
                                            row.getString(2),
                                            account,
                                            Set.copyOf(groups.getOrDefault(id, Set.of())),
                                            contacts.getOrDefault(id, List.of()),
                                            devices.get(id)));
                        });
        return List.copyOf(people.values());
    }

    private static Whom.Reached reached(UUID id, String kindId, String value) {
        ContactKind kind = ContactKind.valueOf(kindId.toUpperCase(Locale.ROOT).replace('-', '_'));
        return new Whom.Reached(
                id,
                (kind.telephone() ? "phone:" : "mailbox:") + value,
                kind.words(),
                kind.telephone(),
                kind == ContactKind.WORK_MOBILE,
                kind == ContactKind.OWN_MAIL);
    }

    /** Who could have answered: those who work at the desk. */
    List<PastRecord.Holder> holders() {
        return database.sql(
                        "select id, name from analyst where login in ('tove.rask', 'jonas.lie',"
                                + " 'ravi.anand') order by login")
                .query(
                        (row, i) ->
                                new PastRecord.Holder(
                                        row.getObject(1, UUID.class), row.getString(2)))
                .list();
    }

    /** When the record began. */
    Optional<Instant> began() {
        return database.sql("select min(at) from entry where kind = 'rulebook-in-force'")
                .query(java.sql.Timestamp.class)
                .optional()
                .map(java.sql.Timestamp::toInstant);
    }

    /** The version of the rulebook in force. */
    long rulebook() {
        return database.sql("select max(version) from rulebook").query(Long.class).single();
    }

    /** Whether a past was brought in whole. */
    boolean whole() {
        return database.sql("select exists (select 1 from entry where kind = 'past-brought-in')")
                .query(Boolean.class)
                .single();
    }

    /** How many past tickets are there. */
    int there() {
        return database.sql("select count(*) from ticket where number < :first")
                .param("first", FIRST_LIVE)
                .query(Integer.class)
                .single();
    }

    /** Keeps one, in the present transaction. */
    void keep(PastRecord.Ticket of, int number, Map<UUID, UUID> ended) {
        Instant end = PastRecord.end(of);
        database.sql(
                        """
                        insert into ticket (id, number, channel, state, opened_at, holder_id, person_id,
                          claimed_at, version, closed_at, summary, named)
                        values (:id, :number, :channel, 'CLOSED', :at, :holder, :person, :at, 9, :end,
                          :summary, 1)
                        """)
                .param("id", of.id())
                .param("number", number)
                .param("channel", PastRecord.channel(of))
                .param("at", of.call().at())
                .param("holder", of.holder().id())
                .param("person", of.whom().id())
                .param("end", end)
                .param("summary", PastRecord.summary(of))
                .update();
        conversation(of, of.told().conversation(), false, end);
        if (!of.told().called().equals(of.told().conversation())) {
            conversation(of, of.told().called(), true, end);
        }
        for (Story.Happened one : of.told().happened()) {
            if (one instanceof Story.Happened.Checked checked) {
                check(of, checked, ended);
            }
        }
        if (of.told().done()) {
            change(of);
        }
        database.sql(
                        "insert into ticket_closed_under (ticket_id, rulebook_version) values (:t,"
                                + " :v)")
                .param("t", of.id())
                .param("v", of.version())
                .update();
    }

    private void conversation(PastRecord.Ticket of, UUID id, boolean called, Instant end) {
        database.sql(
                        """
                        insert into conversation (id, ticket_id, channel, call_id, state, rang_at, called,
                          answered_at, ended_at)
                        values (:id, :ticket, :channel, :call, 'ended', :at, :called, :at, :end)
                        """)
                .param("id", id)
                .param("ticket", of.id())
                .param("channel", PastRecord.channel(of))
                .param("call", id.toString())
                .param("at", called ? of.call().at().plusSeconds(60) : of.call().at())
                .param("called", called)
                .param("end", end)
                .update();
    }

    private void check(PastRecord.Ticket of, Story.Happened.Checked one, Map<UUID, UUID> ended) {
        database.sql(
                        """
                        insert into proof_check (id, ticket_id, conversation_id, person_id, method, path,
                          contact_id, state, started_at, ended_at, tries, entry_id)
                        values (:id, :ticket, :conversation, :person, :method, :path, :contact, :state,
                          :begun, :at, :tries, :entry)
                        """)
                .param("id", one.check())
                .param("ticket", of.id())
                .param("conversation", one.conversation())
                .param("person", of.whom().id())
                .param("method", one.way().method())
                .param("path", one.way().path())
                .param("contact", one.way().contact())
                .param("state", one.outcome().name())
                .param("begun", one.begun())
                .param("at", one.at())
                .param("tries", one.outcome() == Outcome.FAILED ? 3 : 0)
                .param("entry", ended.get(one.check()))
                .update();
    }

    private void change(PastRecord.Ticket of) {
        Instant asked = of.told().happened().getLast().at();
        database.sql(
                        """
                        insert into account_change (id, ticket_id, conversation_id, person_id, analyst_id,
                          `system`, account_id, account, dn, action, state, before_mark, intended_at,
                          asked_at, settled_at, way)
                        select :id, :ticket, :conversation, :person, :analyst, a.`system`, a.id, a.name,
                          a.place, :action, 'TOOK_EFFECT', 'before', :at, :at, :at, :way
                        from account a where a.person_id = :person and a.`system` = :system limit 1
                        """)
                .param("id", of.change())
                .param("ticket", of.id())
                .param("conversation", of.told().called())
                .param("person", of.whom().id())
                .param("analyst", of.holder().id())
                .param("system", Story.SYSTEM)
                .param("action", PastRecord.action(of).word())
                .param("at", asked)
                .param("way", of.told().action().equals(Story.UNLOCK) ? null : "read-aloud")
                .update();
    }
}
