package earnest.connectors.scim;

import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Operation;
import earnest.connectors.TestResult;
import earnest.connectors.TestStep;
import earnest.connectors.Trial;
import earnest.core.json.Json;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Predicate;

/** The steps of a service's test, after it was reached. */
final class ScimSteps {
    private static final Duration CLOSE = Duration.ofSeconds(3);

    private final ScimClient client;
    private final ScimSettings settings;
    private final ScimChanges changes;
    private final Predicate<String> isSomebodys;
    private final Clock clock;

    private @Nullable Duration apart;
    private @Nullable Map<String, Object> trial;

    ScimSteps(
            ScimClient client,
            ScimSettings settings,
            ScimChanges changes,
            Predicate<String> isSomebodys,
            Clock clock) {
        this.isSomebodys = isSomebodys;
        this.client = client;
        this.settings = settings;
        this.changes = changes;
        this.clock = clock;
    }

    List<TestStep> all() {
        return List.of(
                new TestStep("Signs in", true, this::signsIn),
                new TestStep("May read accounts", true, this::mayRead),
                new TestStep("May read locks and times", false, this::mayReadState),
                new TestStep("May set a password", false, this::maySet),
                new TestStep("May lift a lock", false, this::mayLift),
                new TestStep("How far the clocks differ", false, this::clocks),
                new TestStep("Has it more than it needs", false, this::more));
    }

    /** A question and what an answer to it means. */
    private interface Asked {
        TestResult of(ScimClient.Answer answer);
    }

    private interface Question {
        ScimClient.Answer ask() throws ScimClient.NotReached, ScimClient.NoAnswer;
    }

    private static TestResult ask(Question question, Asked asked) {
        try {
            ScimClient.Answer answer = question.ask();
            if (answer.status() == 429) {
                return TestResult.failed(
                        "it is busy%s"
                                .formatted(
                                        answer.retryAfter() == 0
                                                ? ""
                                                : " for %d seconds".formatted(answer.retryAfter())),
                        "Test again a little later.");
            }
            if (answer.status() >= 500) {
                return TestResult.failed(
                        "it answers %d".formatted(answer.status()),
                        "The service has trouble of its own; test again later.");
            }
            return asked.of(answer);
        } catch (ScimClient.NotReached e) {
            return TestResult.failed("it cannot be reached", null);
        } catch (ScimClient.NoAnswer e) {
            return TestResult.failed(
                    "it gives no answer within five seconds, or none in JSON",
                    "Look whether the address is where the service begins.");
        }
    }

    private TestResult signsIn() {
        Instant before = clock.instant();
        return ask(
                () -> client.get("/ServiceProviderConfig"),
                answer -> {
                    apart =
                            answer.date() == null
                                    ? null
                                    : Duration.between(answer.date(), before).abs();
                    return switch (answer.status()) {
                        case ScimConnector.OK -> TestResult.good("with the token that is kept");
                        case 401, 403 ->
                                TestResult.failed(
                                        "it does not take the token (%d)"
                                                .formatted(answer.status()),
                                        "Have a new token made there, and give it as the"
                                                + " credential.");
                        default ->
                                TestResult.failed(
                                        "it answers %d where a service says what it can"
                                                .formatted(answer.status()),
                                        "Look whether the address is where the service begins;"
                                                + " /ServiceProviderConfig is asked below it (RFC"
                                                + " 7644 section 4).");
                    };
                });
    }

    private TestResult mayRead() {
        return ask(
                () -> client.get("/Users?startIndex=1&count=1"),
                answer -> {
                    if (answer.status() != ScimConnector.OK) {
                        return TestResult.failed(
                                "refused (%d)".formatted(answer.status()), right("read users"));
                    }
                    return answer.body().get("totalResults") instanceof Long total && total > 0
                            ? TestResult.good("%,d".formatted(total))
                            : TestResult.failed("it shows none", right("read users"));
                });
    }

    private static String right(String what) {
        return "Give the token the right to " + what + ".";
    }

    /** Its own attributes are shown where there is something to show. */
    private TestResult mayReadState() {
        String wanted = settings.trialAccount();
        String path =
                wanted == null
                        ? "/Users?startIndex=1&count=50"
                        : "/Users?filter="
                                + URLEncoder.encode(
                                        "userName eq " + quoted(wanted), StandardCharsets.UTF_8);
        return ask(
                () -> client.get(path),
                answer -> {
                    if (answer.status() != ScimConnector.OK) {
                        return TestResult.failed(
                                "refused (%d)".formatted(answer.status()), right("read users"));
                    }
                    return seen(wanted, users(answer));
                });
    }

    private static List<Map<String, Object>> users(ScimClient.Answer answer) {
        List<Map<String, Object>> users = new ArrayList<>();
        List<Object> all = Json.list(answer.body().get("Resources"));
        for (Object one : all == null ? List.of() : all) {
            if (Json.object(one) instanceof Map<String, Object> user) {
                users.add(user);
            }
        }
        return users;
    }

    private TestResult seen(@Nullable String wanted, List<Map<String, Object>> users) {
        if (wanted != null) {
            trial =
                    users.stream()
                            .filter(user -> wanted.equals(user.get("userName")))
                            .findFirst()
                            .orElse(null);
            if (trial == null) {
                return TestResult.failed(
                        "there is no " + wanted,
                        "Make that account, for nothing else, or name another in the settings.");
            }
            if (!(trial.get("id") instanceof String id) || isSomebodys.test(id)) {
                trial = null;
                return Trial.somebodys(wanted);
            }
        }
        List<String> missing = settings.missing(users);
        return missing.isEmpty()
                ? TestResult.good("what the settings name is shown")
                : TestResult.failed(
                        "nobody shows " + String.join(", ", missing),
                        "Let the token read them, or mend their names in the settings.");
    }

    private static String quoted(String text) {
        return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }

    private TestResult maySet() {
        if (settings.mustChange() == null || settings.passwordSet() == null) {
            return TestResult.notTried(
                    "the settings name no attributes for it; none is given there");
        }
        AccountState before = state();
        AccountRef account = account();
        if (before == null || account == null) {
            return TestResult.notTried(Trial.NOT_TRIED);
        }
        try (Secret password = Trial.password()) {
            ChangeResult result = changes.setTemporary(account, password, before.mark());
            if (!(result instanceof ChangeResult.TookEffect)) {
                return TestResult.failed(
                        Trial.words(result), right("change users: PATCH, with the password"));
            }
        }
        AccountState after = look(account);
        return after != null && ScimEffects.shows(Operation.SET_TEMPORARY, after, before.mark())
                ? TestResult.good("tried on " + account.name() + ", and read back")
                : TestResult.failed(
                        "it was taken, but is not shown afterwards",
                        "Look whether the attributes for 'must change' and for when it was set are"
                                + " the right ones.");
    }

    private TestResult mayLift() {
        if (settings.locked() == null) {
            return TestResult.notTried("the settings name no attribute for it");
        }
        AccountRef account = account();
        AccountState before = account == null ? null : look(account);
        if (account == null || before == null) {
            return TestResult.notTried(Trial.NOT_TRIED);
        }
        ChangeResult result = changes.unlock(account);
        return result instanceof ChangeResult.TookEffect
                ? TestResult.good("tried on " + account.name())
                : TestResult.failed(Trial.words(result), right("change users: PATCH"));
    }

    private @Nullable AccountRef account() {
        return trial != null
                        && trial.get("id") instanceof String id
                        && trial.get("userName") instanceof String name
                ? new AccountRef(name, id)
                : null;
    }

    private @Nullable AccountState state() {
        return trial == null ? null : new ScimUser(trial, settings).state();
    }

    private @Nullable AccountState look(AccountRef account) {
        try {
            ScimClient.Answer answer = client.get(ScimConnector.user(account));
            return answer.status() == ScimConnector.OK
                    ? new ScimUser(answer.body(), settings).state()
                    : null;
        } catch (ScimClient.NotReached | ScimClient.NoAnswer e) {
            return null;
        }
    }

    private TestResult clocks() {
        Duration between = apart;
        if (between == null) {
            return TestResult.notTried("it does not say what time it is");
        }
        return between.compareTo(CLOSE) <= 0
                ? TestResult.good("less than %d seconds".formatted(CLOSE.toSeconds()))
                : TestResult.note(
                        "%,d seconds".formatted(between.toSeconds()),
                        "Let this machine follow the time; the service's is most likely right.");
    }

    /**
     * A user that is not there is deleted: where that is not refused as such, it might be able to.
     */
    private TestResult more() {
        return ask(
                () -> client.delete("/Users/" + UUID.randomUUID()),
                answer ->
                        answer.status() == 404 || answer.status() < 300
                                ? TestResult.note(
                                        "it may be able to delete users: to delete one that is not"
                                                + " there is not refused",
                                        "Ask the service's owner to take that right from the token;"
                                                + " Earnest reads and changes users, nothing else.")
                                : TestResult.good("it may not delete users"));
    }
}
