package earnest.checks.described;

import earnest.connectors.AddressGuard;
import earnest.connectors.GuardedHttp;
import earnest.core.passwords.Secret;
import earnest.core.requests.CannotCarry;
import earnest.core.requests.Description;
import earnest.core.requests.Renderer;
import earnest.core.requests.Slot;
import earnest.core.requests.Taken;
import earnest.wrapped.WrappedSecrets;

import jakarta.annotation.PreDestroy;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Sends what a description says, with a deadline, and follows nobody elsewhere. Thread-safe. */
@Component
class OutsideServiceClient {
    private static final GuardedHttp.Limits LIMITS =
            new GuardedHttp.Limits(Duration.ofSeconds(2), Duration.ofSeconds(5), 64 * 1024);
    private static final int REFUSED = 400;
    private static final int TOO_MANY = 429;
    private static final int BROKEN = 500;

    /** What the client says by itself. */
    private static final Set<String> BY_ITSELF =
            Set.of(
                    "host",
                    "content-length",
                    "connection",
                    "expect",
                    "upgrade",
                    "transfer-encoding");

    /** What came back. */
    sealed interface Came {
        record Taken(JsonNode body) implements Came {}

        /** It will not, and asking again changes nothing. */
        record Refused(String words) implements Came {}

        /** It cannot be told; it is tried again. */
        record Trouble(String words) implements Came {}
    }

    private final GuardedHttp http;
    private final WrappedSecrets secrets;

    OutsideServiceClient(AddressGuard guard, WrappedSecrets secrets) {
        this.http = new GuardedHttp(guard::resolve, LIMITS, null);
        this.secrets = secrets;
    }

    @PreDestroy
    void close() {
        http.close();
    }

    /**
     * @param values of the slots, without the credential
     */
    Came send(OutsideService service, Description description, Map<Slot, String> values) {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is asked outside within a transaction");
        }
        byte[] request;
        try {
            request = rendered(service, description, values);
        } catch (CannotCarry cannot) {
            return new Came.Refused(String.valueOf(cannot.getMessage()));
        }
        try {
            return came(description, question(description, request));
        } finally {
            Arrays.fill(request, (byte) 0);
        }
    }

    private byte[] rendered(
            OutsideService service, Description description, Map<Slot, String> values) {
        Map<Slot, String> all = new EnumMap<>(Slot.class);
        values.forEach(
                (slot, value) -> {
                    if (description.slots().contains(slot)) {
                        all.put(slot, value);
                    }
                });
        String user = service.user();
        if (user != null && description.slots().contains(Slot.USER)) {
            all.put(Slot.USER, user);
        }
        WrappedSecrets.Wrapped wrapped = service.password();
        if (wrapped == null || !description.slots().contains(Slot.PASSWORD)) {
            return Renderer.render(description, all);
        }
        try (Secret password = secrets.unwrap(service.keyId(), wrapped)) {
            return password.open(
                    characters -> {
                        all.put(Slot.PASSWORD, new String(characters));
                        return Renderer.render(description, all);
                    });
        }
    }

    /** The bytes of a request (RFC 9112) as the client takes them. */
    private static GuardedHttp.Question question(Description description, byte[] bytes) {
        String text = new String(bytes, StandardCharsets.ISO_8859_1);
        int end = text.indexOf("\r\n\r\n");
        String[] lines = text.substring(0, end).split("\r\n");
        String target = lines[0].split(" ")[1];
        String host = "";
        List<Map.Entry<String, String>> headers = new ArrayList<>();
        for (int i = 1; i < lines.length; i++) {
            int colon = lines[i].indexOf(':');
            String name = lines[i].substring(0, colon);
            String value = lines[i].substring(colon + 1).strip();
            if (name.equalsIgnoreCase("host")) {
                host = value;
            }
            if (!BY_ITSELF.contains(name.toLowerCase(Locale.ROOT))) {
                headers.add(Map.entry(name, value));
            }
        }
        byte[] body = Arrays.copyOfRange(bytes, end + 4, bytes.length);
        return new GuardedHttp.Question(
                description.method(),
                URI.create(description.scheme() + "://" + host + target),
                headers,
                body.length == 0 ? null : body);
    }

    private Came came(Description description, GuardedHttp.Question question) {
        try {
            GuardedHttp.Answer answer = http.ask(question);
            int status = answer.status();
            if (status >= BROKEN || status == TOO_MANY) {
                return new Came.Trouble("it answers with status " + status);
            }
            if (status >= REFUSED) {
                return new Came.Refused("it refuses, with status " + status);
            }
            JsonNode body = JsonMapper.shared().readTree(answer.body());
            return isTaken(description.taken(), status, body)
                    ? new Came.Taken(body)
                    : new Came.Refused("its answer is not the one described");
        } catch (JacksonException noJson) {
            return new Came.Trouble("its answer cannot be read");
        } catch (GuardedHttp.NotReached e) {
            String refusal = e.refusal();
            return refusal == null
                    ? new Came.Trouble("it cannot be reached")
                    : new Came.Refused(refusal);
        } catch (GuardedHttp.NoAnswer e) {
            return new Came.Trouble("it does not answer");
        }
    }

    private static boolean isTaken(@Nullable Taken taken, int status, JsonNode body) {
        if (taken == null) {
            return status < 300;
        }
        return status == taken.status()
                && (taken.reference() == null || !text(body, taken.reference()).isEmpty());
    }

    /** What stands at a pointer, as text; empty if nothing does. */
    static String text(JsonNode body, String pointer) {
        JsonNode found = body.at(pointer);
        return found.isValueNode() && !found.isNull() ? found.asString("") : "";
    }
}
