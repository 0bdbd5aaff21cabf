package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.decisions.DecisionCheck;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.testkit.Desk;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Every decision of the running server stands when it is judged again; what slips in does not. */
@ExtendWith(App.Running.class)
class DecisionsTest {
    private final App app;

    DecisionsTest(App app) {
        this.app = app;
    }

    /** Once the export, which goes as far as the last seal, has what comes last. */
    private List<DecisionCheck.Judged> judgedOnceSealed(String ticket, String last) {
        return Eventually.get(
                "'" + last + "' to be sealed",
                () ->
                        Optional.of(Provable.judged(app, ticket::equals))
                                .filter(
                                        all ->
                                                all.stream()
                                                        .anyMatch(
                                                                j -> j.words().startsWith(last))));
    }

    @Test
    void allOfACallStandAndWhatSlipsInDoesNot() {
        app.needs("ldap");
        Provable.rulebookOnTheRecord(app);
        Desk tove = app.desk("tove.rask");
        String account = app.somebody();
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        tove.readAloud(ticket);
        List<DecisionCheck.Judged> before = judgedOnceSealed(ticket, "handover-shown: ");
        assertThat(before).filteredOn(j -> !j.allowed()).isEmpty();
        for (String kind : new String[] {"change-intended", "change-asked", "handover-shown"}) {
            assertThat(before).as(kind).anyMatch(j -> j.words().startsWith(kind));
        }
        UUID person = UUID.fromString(tove.person(account));
        app.bean(Writes.class)
                .run(
                        () ->
                                app.bean(TheRecord.class)
                                        .append(
                                                Entry.byEarnest(EntryKind.CHANGE_ASKED)
                                                        .ticket(UUID.fromString(ticket), null)
                                                        .person(person, null)
                                                        .data(
                                                                "change",
                                                                UUID.randomUUID().toString())
                                                        .data("action", "unlock")));
        assertThat(judgedOnceSealed(ticket, "change-asked: it"))
                .filteredOn(j -> !j.allowed())
                .extracting(DecisionCheck.Judged::words)
                .containsExactly("change-asked: it does not say what allowed it");
        tove.close(ticket, "Judged again.");
    }
}
