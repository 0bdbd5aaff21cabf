package earnest.checks.methods.linkbytext;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.Http;
import earnest.testkit.Outside;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** A link that is sent to the phone moves the page to where it is opened, once. */
@ExtendWith(App.Running.class)
class LinkByTextTest {
    private App app;
    private Outside outside;
    private String account;
    private OwnPage first;
    private String token;

    @BeforeEach
    void aLinkIsSent(App app) {
        app.needs("text");
        this.app = app;
        outside = app.outside();
        account = app.somebody();
        first = browser();
        first.start(account).ok();
        first.begin(first.way("link-by-text")).ok();
        token = outside.textedLink(account, 0);
    }

    /** It is not listed where it leads nowhere. */
    private String codeToTheSame() {
        String number = app.knows(account).get("mobile").asString();
        return "code-by-text." + number.substring(number.length() - 2);
    }

    private OwnPage browser() {
        return new OwnPage(app.httpFromElsewhere());
    }

    @Test
    void whereItIsOpenedThePageGoesOnAndWhereItWasAskedForItStops() {
        OwnPage phone = browser();
        assertThat(phone.press(token).ok().get("title").asString()).startsWith("Is it you");
        assertThat(first.stage()).isEqualTo("prove");
        assertThat(phone.answer(token, "opened").ok().get("passed").toString())
                .contains("Link to your phone");
        assertThat(phone.stage()).isEqualTo("prove");
        assertThat(first.stage()).isEqualTo("moved");
        assertThat(first.begin("link-by-text").problem()).isEqualTo("moved-on");
        assertThat(first.page().get("passed").size()).isZero();
    }

    @Test
    void withTheAuthenticatorItIsEnoughAndWithACodeToTheSamePhoneItIsNot() {
        app.needs("authenticator", "code-by-text");
        OwnPage phone = browser();
        phone.answer(token, "opened").ok();
        phone.begin(codeToTheSame()).ok();
        phone.type(outside.textedCode(account, 1)).ok();
        assertThat(phone.stage()).isEqualTo("prove");
        phone.begin(phone.way("authenticator")).ok();
        phone.type(outside.authenticator(account)).ok();
        assertThat(phone.stage()).isEqualTo("choose");
    }

    @Test
    void codesAloneCanBeReadOutAndAreNotEnough() {
        app.needs("authenticator", "code-by-text");
        first.begin("code-by-text").ok();
        first.type(outside.textedCode(account, 1)).ok();
        first.begin(first.way("authenticator")).ok();
        assertThat(first.type(outside.authenticator(account)).ok().get("right").asBoolean())
                .isTrue();
        assertThat(first.stage()).isEqualTo("prove");
        assertThat(first.set("Copper-kettle-under-pier-7", "directory").problem())
                .isEqualTo("not-sure-enough");
    }

    @Test
    void whoDidNotAskStopsEverything() {
        OwnPage phone = browser();
        assertThat(phone.answer(token, "not-asked").ok().get("stage").asString()).isEqualTo("over");
        assertThat(first.stage()).isEqualTo("begin");
        Desk tove = app.desk("tove.rask");
        assertThat(tove.api().get("/api/desk").text()).contains("I did not ask for this");
        String ticket = app.proved(tove, account);
        assertThat(tove.change(ticket, "temporary-password").problem()).isEqualTo("stopped");
    }

    @Test
    void itWorksOnceHoweverManyOpenItAtOnce() throws Exception {
        List<Callable<Integer>> many = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            OwnPage one = browser();
            many.add(() -> one.answer(token, "opened").status());
        }
        List<Integer> statuses = new ArrayList<>();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (Future<Integer> one : threads.invokeAll(many)) {
                statuses.add(one.get());
            }
        }
        assertThat(statuses).containsOnlyOnce(200).contains(404);
        assertThat(browser().press(token).problem()).isEqualTo("link-over");
    }

    @Test
    void theGeneralPageOfLinksDoesNotTakeIt() {
        Http somebody = browser().http();
        Map<String, String> link = Map.of("token", token, "choice", "opened");
        Answer elsewhere = somebody.post("/api/links/answer", link);
        assertThat(elsewhere.problem()).isEqualTo("link-over");
        assertThat(first.page().get("passed").size()).isZero();
        browser().answer(token, "opened").ok();
    }

    @Test
    void whatFollowsAddressesUsesNothingUp() {
        for (int i = 0; i < 3; i++) {
            browser().http().get("/forgot");
            browser().press(token).ok();
        }
        browser().answer(token, "opened").ok();
    }

    @Test
    void anotherWayEndsItAndSoDoesTime() {
        first.begin(first.way("harbour-word")).ok();
        assertThat(browser().answer(token, "opened").problem()).isEqualTo("link-over");
        first.begin(first.way("link-by-text")).ok();
        String second = outside.textedLink(account, 1);
        assertThat(second).isNotEqualTo(token);
        try (App.Later _ = app.later(Duration.ofMinutes(10))) {
            assertThat(browser().answer(second, "opened").problem()).isEqualTo("link-over");
        }
    }
}
