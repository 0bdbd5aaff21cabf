package earnest.channels;

import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.Set;
import java.util.UUID;

/** The text gateway over HTTP; our own id is its reference, so it can be asked about afterwards. */
@Component
class Gateway {
    /** How far the gateway says a text got. */
    sealed interface Result {
        record Taken(boolean arrived) implements Result {}

        record NotTaken(String words, boolean forGood) implements Result {}

        /** It may have been taken or not; it has to be asked. */
        record Unknown(String words) implements Result {}
    }

    private static final int REFUSED = 422;
    private static final int NOT_FOUND = 404;

    /**
     * Surely not taken, and worth another try: who we are is not known yet, or too much at once.
     */
    private static final Set<Integer> AGAIN = Set.of(401, 403, 429);

    /** Surely not taken, and it would not be the next time. */
    private static final Set<Integer> REFUSALS =
            Set.of(400, 404, 405, 406, 410, 411, 413, 414, 415);

    private static final String SILENT = "the gateway gave no answer; it is being asked";
    private final Outside outside;

    Gateway(OutsideProperties properties) {
        this.outside = new Outside(properties.textGateway());
    }

    Result send(UUID ref, String to, Secret words) {
        byte[] body = words.open(characters -> json(ref, to, characters));
        try {
            return result(outside.ask("/messages", body));
        } finally {
            Arrays.fill(body, (byte) 0);
        }
    }

    /** Whether a text was taken, and arrived. */
    Result ask(UUID ref) {
        Outside.Answer answer = outside.ask("/messages/" + ref, null);
        if (answer instanceof Outside.Answer.No(int status) && status == NOT_FOUND) {
            return new Result.NotTaken("the gateway did not take it", false);
        }
        return switch (answer) {
            case Outside.Answer.Ok ok -> result(ok);
            case Outside.Answer.No(int status) -> new Result.Unknown(outOfOrder(status));
            case Outside.Answer.NotReached() ->
                    new Result.Unknown("the gateway cannot be reached; it is being asked");
            case Outside.Answer.Silence() -> new Result.Unknown(SILENT);
        };
    }

    private static String outOfOrder(int status) {
        return "the gateway is out of order (%d); it is being asked".formatted(status);
    }

    private static Result result(Outside.Answer answer) {
        return switch (answer) {
            case Outside.Answer.Ok(var body) ->
                    new Result.Taken("arrived".equals(body.path("state").asString("")));
            case Outside.Answer.No(int status) when status == REFUSED ->
                    new Result.NotTaken("the gateway does not take this number", true);
            case Outside.Answer.No(int status) when AGAIN.contains(status) ->
                    new Result.NotTaken(
                            "the gateway does not take it now (%d)".formatted(status), false);
            case Outside.Answer.No(int status) when REFUSALS.contains(status) ->
                    new Result.NotTaken("the gateway refused it (%d)".formatted(status), true);
            // Whatever stands between may have passed it on before it failed.
            case Outside.Answer.No(int status) -> new Result.Unknown(outOfOrder(status));
            case Outside.Answer.NotReached() ->
                    new Result.NotTaken("the gateway cannot be reached", false);
            case Outside.Answer.Silence() -> new Result.Unknown(SILENT);
        };
    }

    private static byte[] json(UUID ref, String to, char[] words) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(256);
        try (JsonGenerator json = JsonMapper.shared().createGenerator(out)) {
            json.writeStartObject();
            json.writeStringProperty("ref", ref.toString());
            json.writeStringProperty("to", to);
            json.writeName("text");
            json.writeString(words, 0, words.length);
            json.writeEndObject();
        }
        return out.toByteArray();
    }
}
