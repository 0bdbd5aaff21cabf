package earnest.checks.methods.authenticator;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Desk;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;

/** A code of an authenticator is taken once, and cannot be guessed over many tickets. */
@ExtendWith(App.Running.class)
class AuthenticatorTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void aCallerIsNamed(App app) {
        this.app = app;
        tove = app.desk("tove.rask");
        outside = app.outside();
        account = app.somebody();
        ticket = app.visitor(tove);
        tove.claim(ticket, account).ok();
    }

    private String outcome(String check, String typed) {
        return tove.type(ticket, check, typed).ok().get("outcome").asString();
    }

    @Test
    void anAuthenticatorCodeIsTakenOnce() {
        String code = outside.authenticator(account);
        String first = tove.begin(ticket, "authenticator");
        assertThat(outcome(first, code)).isEqualTo("passed");
        String another = app.visitor(tove);
        tove.claim(another, account).ok();
        String second = tove.begin(another, "authenticator");
        assertThat(tove.type(another, second, code).ok().get("outcome").asString())
                .isEqualTo("wrong");
    }

    @Test
    void anAuthenticatorHasALimitAcrossTickets() {
        for (int round = 0; round < 4; round++) {
            if (tove.offer(ticket, "authenticator").isEmpty()) {
                break;
            }
            String check = tove.begin(ticket, "authenticator");
            for (int i = 0; i < 3 && !outcome(check, "000000").equals("failed"); i++) {
                assertThat(i).isLessThan(3);
            }
        }
        String another = app.visitor(tove);
        tove.claim(another, account).ok();
        assertThat(tove.offer(another, "authenticator")).isEmpty();
    }

    @Test
    void anExpiredCheckOfAnAuthenticatorIsNotAnswered() {
        String check = tove.begin(ticket, "authenticator");
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            assertThat(
                            tove.type(ticket, check, outside.authenticator(account))
                                    .ok()
                                    .get("outcome")
                                    .asString())
                    .isEqualTo("expired");
        }
        assertThat(tove.standing(ticket)).isZero();
    }
}
