package earnest.changes;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.record.EntryKind;
import earnest.testkit.Desk;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.util.UUID;

/** What is settled stays as it was settled, whatever is heard later. */
@ExtendWith(App.Running.class)
class LateAnswerTest {
    @Test
    void aSettledChangeIsNotOverwrittenByALateAnswer(App app) {
        Desk tove = app.desk("tove.rask");
        String ticket = app.proved(tove, app.somebody());
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        UUID change =
                app.database()
                        .sql("select id from account_change where ticket_id = :t")
                        .param("t", UUID.fromString(ticket))
                        .query(UUID.class)
                        .single();
        Settling settling = app.bean(Settling.class);
        settling.unknown(change, "no answer");
        settling.settle(change, Changes.State.REFUSED, "refused", EntryKind.CHANGE_REFUSED);
        settling.settle(change, Changes.State.DID_NOT, "did not", EntryKind.CHANGE_DID_NOT);
        assertThat(tove.last(ticket).orElseThrow().get("state").asString())
                .isEqualTo("TOOK_EFFECT");
        for (String kind : new String[] {"change-unknown", "change-refused", "change-did-not"}) {
            assertThat(app.recorded(ticket, kind)).as(kind).isFalse();
        }
        // The password that waits to be handed over was not thrown away either.
        assertThat(tove.readAloud(ticket)).hasSize(12);
    }
}
