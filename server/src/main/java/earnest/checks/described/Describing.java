package earnest.checks.described;

import earnest.core.json.BadField;
import earnest.core.passwords.Secret;
import earnest.core.requests.CannotCarry;
import earnest.core.requests.Description;
import earnest.core.requests.Learner;
import earnest.core.requests.Renderer;
import earnest.core.requests.Slot;
import earnest.ground.Problem;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/**
 * Reads a description of a service: learns its requests by their samples, and keeps what is secret
 * apart.
 */
@Component
class Describing {
    private static final String SHOWN_NUMBER = "+447700900123";

    private final WrappedSecrets secrets;

    Describing(WrappedSecrets secrets) {
        this.secrets = secrets;
    }

    /**
     * @param key under which its password is wrapped
     * @throws Problem 422 for a sample that cannot be learned, or that goes where it may not
     */
    OutsideService read(String id, UUID key, ServiceToDescribe wanted) {
        String password = credential(wanted, "password");
        return new OutsideService(
                id,
                key,
                wanted.title().strip(),
                wanted.group(),
                learned("ask", wanted.ask()),
                learned("look", wanted.look()),
                wanted.answerAt(),
                answers(wanted),
                Duration.ofSeconds(wanted.lastsSeconds()),
                Duration.ofSeconds(wanted.everySeconds()),
                credential(wanted, "user"),
                password == null ? null : wrapped(key, password));
    }

    /** A request with made-up values, and the credential hidden. */
    static String sample(Description description) {
        Map<Slot, String> values = new EnumMap<>(Slot.class);
        for (Slot slot : description.slots()) {
            values.put(slot, slot == Slot.NUMBER ? SHOWN_NUMBER : slot.word());
        }
        return new String(Renderer.shown(description, values), StandardCharsets.UTF_8);
    }

    private WrappedSecrets.Wrapped wrapped(UUID key, String password) {
        try (Secret secret = Secret.of(password)) {
            return secrets.wrap(key, secret);
        }
    }

    private static @Nullable String credential(ServiceToDescribe wanted, String slot) {
        String asked = wanted.ask().marks().get(slot);
        String looked = wanted.look().marks().get(slot);
        if (asked != null && looked != null && !asked.equals(looked)) {
            throw Problem.invalid("Both requests are sent with one %s.".formatted(slot));
        }
        return asked == null ? looked : asked;
    }

    private static Map<OutsideService.Meaning, Set<String>> answers(ServiceToDescribe wanted) {
        Map<OutsideService.Meaning, Set<String>> answers =
                new EnumMap<>(OutsideService.Meaning.class);
        answers.put(OutsideService.Meaning.YES, Set.copyOf(wanted.yes()));
        answers.put(OutsideService.Meaning.NO, Set.copyOf(wanted.no()));
        answers.put(OutsideService.Meaning.DENIED, Set.copyOf(wanted.denied()));
        answers.put(OutsideService.Meaning.OVER, Set.copyOf(wanted.over()));
        long named = answers.values().stream().mapToLong(Set::size).sum();
        if (answers.values().stream().flatMap(Set::stream).distinct().count() != named) {
            throw Problem.invalid("An answer means one thing only.");
        }
        return answers;
    }

    /** What the sample says, with nothing of the marks in it; only to where it may go. */
    private static Description learned(String which, ServiceToDescribe.Request request) {
        Map<Slot, String> marks = new EnumMap<>(Slot.class);
        try {
            request.marks().forEach((slot, value) -> marks.put(Slot.of(slot), value));
            Description learned =
                    Learner.learn(
                            request.sample().replace("\r\n", "\n").replace("\n", "\r\n"),
                            marks,
                            request.region(),
                            request.scheme(),
                            request.answer());
            mayGo(learned);
            return learned;
        } catch (BadField bad) {
            throw Problem.invalid("%s: %s".formatted(which, bad.getMessage()));
        } catch (CannotCarry cannot) {
            throw Problem.invalid("%s: %s".formatted(which, cannot.getMessage()));
        }
    }

    /** Over TLS, or to a service on this machine: a credential goes with it. */
    private static void mayGo(Description description) {
        String[] lines = sample(description).split("\r\n");
        String host =
                java.util.Arrays.stream(lines)
                        .filter(line -> line.toLowerCase(java.util.Locale.ROOT).startsWith("host:"))
                        .map(line -> line.substring("host:".length()).strip())
                        .findFirst()
                        .orElseThrow(() -> Problem.invalid("The sample names no host."));
        String name = URI.create(description.scheme() + "://" + host).getHost();
        boolean here = Set.of("localhost", "127.0.0.1", "[::1]").contains(String.valueOf(name));
        if (!description.scheme().equals("https") && !here) {
            throw Problem.invalid("Outside this machine it is asked over https only.");
        }
    }
}
