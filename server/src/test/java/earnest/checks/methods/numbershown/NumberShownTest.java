package earnest.checks.methods.numbershown;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;

/** The number that a call shows counts nothing, and against whoever it is not of. */
@ExtendWith(App.Running.class)
class NumberShownTest {
    private App app;
    private Desk tove;
    private Outside outside;

    @BeforeEach
    void desk(App app) {
        app.needs("call");
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
    }

    @Test
    void theNumberShownIsALineAndNoPoints() {
        String account = app.somebody();
        String number = app.knows(account).get("mobile").asString();
        outside.ringFrom(number);
        String shown = tove.answer();
        assertThat(tove.page(shown).get("suggested").toString()).contains(account);
        assertThat(tove.page(shown).get("who")).isNull();
        tove.claim(shown, account).ok();
        JsonNode line = tove.page(shown).get("proof").get("explanations").get(0);
        assertThat(line.get("label").asString()).isEqualTo("Number shown");
        assertThat(line.get("points").asInt()).isZero();
    }

    @Test
    void aNumberOfSomebodyElseIsASignal() {
        outside.ringFrom("+447700900142");
        String other = tove.answer();
        tove.claim(other, app.somebody()).ok();
        assertThat(tove.standing(other)).isEqualTo(-1);
    }
}
