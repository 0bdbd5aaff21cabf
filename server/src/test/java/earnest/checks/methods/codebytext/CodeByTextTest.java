package earnest.checks.methods.codebytext;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Outside;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** A code goes to one telephone, is good once and not for long, and cannot be guessed. */
@ExtendWith(App.Running.class)
class CodeByTextTest {
    private App app;
    private Desk tove;
    private Outside outside;
    private String account;
    private String ticket;

    @BeforeEach
    void aCallerIsNamed(App app) {
        app.needs("text");
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
    void aCodeByTextCountsTwenty() {
        String check = tove.begin(ticket, "code-by-text");
        assertThat(outcome(check, outside.textedCode(account, 0))).isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(20);
        assertThat(outside.texts(account).getFirst()).contains("If somebody called you");
    }

    @Test
    void theThirdWrongCodeFailsTheCheckOnce() {
        String check = tove.begin(ticket, "code-by-text");
        String right = outside.textedCode(account, 0);
        String wrong = right.equals("000000") ? "000001" : "000000";
        assertThat(outcome(check, wrong)).isEqualTo("wrong");
        assertThat(outcome(check, wrong)).isEqualTo("wrong");
        assertThat(outcome(check, wrong)).isEqualTo("failed");
        assertThat(tove.type(ticket, check, right).problem()).isEqualTo("check-over");
        assertThat(tove.standing(ticket)).isEqualTo(-10);
    }

    /** However many guess at once, three are looked at. */
    @Test
    void guessedInParallelThreeAreLookedAt() throws Exception {
        String check = tove.begin(ticket, "code-by-text");
        String right = outside.textedCode(account, 0);
        List<Callable<String>> guesses = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            String guess = "%06d".formatted((Integer.parseInt(right) + 1 + i) % 1_000_000);
            guesses.add(
                    () -> {
                        Answer answer = tove.type(ticket, check, guess);
                        return answer.status() == 200
                                ? answer.ok().get("outcome").asString()
                                : answer.problem();
                    });
        }
        List<String> came = new ArrayList<>();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (Future<String> one : threads.invokeAll(guesses)) {
                came.add(one.get());
            }
        }
        assertThat(came).filteredOn("wrong"::equals).hasSize(2);
        assertThat(came).filteredOn("failed"::equals).hasSize(1);
        assertThat(tove.type(ticket, check, right).problem()).isEqualTo("check-over");
        assertThat(tove.standing(ticket)).isEqualTo(-10);
    }

    @Test
    void aNewCodeReplacesTheOld() {
        String first = tove.begin(ticket, "code-by-text");
        String old = outside.textedCode(account, 0);
        String second = tove.begin(ticket, "code-by-text");
        assertThat(tove.type(ticket, first, old).problem()).isEqualTo("check-over");
        assertThat(outcome(second, outside.textedCode(account, 1))).isEqualTo("passed");
        assertThat(tove.standing(ticket)).isEqualTo(20);
    }

    @Test
    void aCodeIsGoodForTenMinutes() {
        String check = tove.begin(ticket, "code-by-text");
        String code = outside.textedCode(account, 0);
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            assertThat(outcome(check, code)).isEqualTo("expired");
        }
        assertThat(tove.standing(ticket)).isZero();
    }

    @Test
    void wrongTriesCarryOverToAFreshCode() {
        String first = tove.begin(ticket, "code-by-text");
        wrong(ticket, first, 2);
        String second = tove.begin(ticket, "code-by-text");
        assertThat(tove.page(ticket).get("proof").get("open").get("triesLeft").asInt())
                .isEqualTo(1);
        assertThat(wrong(ticket, second, 1)).isEqualTo("failed");
        assertThat(tove.standing(ticket)).isNegative();
        // On another ticket, too.
        String third = tove.begin(ticket, "code-by-text");
        wrong(ticket, third, 2);
        tove.api().delete("/api/tickets/" + ticket + "/checks/" + third).ok();
        String next = app.visitor(tove);
        tove.claim(next, account).ok();
        tove.begin(next, "code-by-text");
        assertThat(tove.page(next).get("proof").get("open").get("triesLeft").asInt()).isEqualTo(1);
    }

    private String wrong(String ticket, String check, int times) {
        String outcome = "";
        for (int i = 0; i < times; i++) {
            outcome = tove.type(ticket, check, "00000").ok().get("outcome").asString();
        }
        return outcome;
    }
}
