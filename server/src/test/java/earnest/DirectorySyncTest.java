package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.people.People;
import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** The copy follows the directory. */
@ExtendWith(App.Running.class)
class DirectorySyncTest {
    @Test
    void aNumberThatChangedLatelyIsNotOfferedAndCountsAgainst(App app) {
        app.needs("call", "call-back", "text", "code-by-text");
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
        assertThat(tove.offer(ticket, "call-back")).isPresent();
        app.directory().modify(account, "replace: mobile", "mobile: 07700 900099");
        Eventually.waitFor(
                "the change to be copied", () -> tove.offer(ticket, "call-back").isEmpty());
        assertThat(tove.offer(ticket, "code-by-text")).isEmpty();
        assertThat(tove.standing(ticket)).isEqualTo(-2);
        assertThat(tove.page(ticket).get("who").get("contacts").get(0).get("tooNew").asBoolean())
                .isTrue();
        assertThat(app.bean(People.class).withContact("+447700900099")).hasSize(1);
    }

    @Test
    void whoIsGoneFromTheDirectoryIsHelpedNoMore(App app) {
        String account = app.somebody();
        UUID id = app.bean(People.class).byAccount(account).orElseThrow().id();
        app.directory().administer("dn: " + DirectoryOfTests.dn(account), "changetype: delete");
        try (App.Later _ = app.later(Duration.ofMinutes(16))) {
            Eventually.waitFor(
                    "the loss to be seen",
                    () -> app.bean(People.class).person(id).orElseThrow().gone());
        }
        assertThat(app.bean(People.class).find(account, 12))
                .noneMatch(found -> found.id().equals(id));
        Desk tove = app.desk("tove.rask");
        String ticket = app.visitor(tove);
        assertThat(
                        tove.api()
                                .post(
                                        "/api/tickets/" + ticket + "/claim",
                                        Map.of(
                                                "person",
                                                id.toString(),
                                                "version",
                                                tove.version(ticket)))
                                .problem())
                .isEqualTo("gone");
    }

    @Test
    void whoManagesWhomFollowsTheDirectory(App app) {
        String account = app.somebody();
        String manager = app.somebody();
        People people = app.bean(People.class);
        UUID id = people.byAccount(account).orElseThrow().id();
        app.directory()
                .modify(account, "replace: manager", "manager: " + DirectoryOfTests.dn(manager));
        Eventually.waitFor(
                "the manager to be copied",
                () ->
                        managerFact(app, id)
                                .contains(people.byAccount(manager).orElseThrow().name()));
        app.directory().modify(manager, "replace: displayName", "displayName: Zelda Renamed");
        Eventually.waitFor(
                "the manager's new name to be copied",
                () -> managerFact(app, id).contains("Zelda Renamed"));
        app.directory().modify(account, "delete: manager");
        Eventually.waitFor("the manager to be forgotten", () -> managerFact(app, id).isEmpty());
        assertThat(people.person(id).orElseThrow().manager()).isNull();
        assertThat(facts(app, id)).isEqualTo(3);
    }

    private static List<String> managerFact(App app, UUID person) {
        return app.database()
                .sql("select value from person_fact where person_id = :p and kind = 'manager'")
                .param("p", person)
                .query(String.class)
                .list();
    }

    private static long facts(App app, UUID person) {
        return app.database()
                .sql("select count(*) from person_fact where person_id = :p")
                .param("p", person)
                .query(Long.class)
                .single();
    }

    @Test
    void aNumberThatIsTakenAwayIsKeptAsItWasUntilThen(App app) {
        String account = app.somebody();
        UUID id = app.bean(People.class).byAccount(account).orElseThrow().id();
        app.directory().modify(account, "delete: mobile");
        Eventually.waitFor(
                "the number to be gone",
                () ->
                        app.database()
                                        .sql(
                                                "select count(*) from contact where person_id = :p"
                                                    + " and kind = 'work-mobile' and removed_at is"
                                                    + " not null")
                                        .param("p", id)
                                        .query(Long.class)
                                        .single()
                                == 1);
        assertThat(app.bean(People.class).find(account, 12))
                .anyMatch(found -> found.account().equals(account));
    }
}
