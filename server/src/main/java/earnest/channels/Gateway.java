package earnest.channels;

import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.UUID;

/** The text gateway over HTTP; our own id is its reference, so it can be asked about afterwards. */
@Component
class Gateway {
    /** How far the gateway says a text got. */
    sealed interface Result {
        record Taken(boolean arrived) implements Result {}

        record NotTaken(String words, boolean forGood) implements Result {}

        record Unknown() implements Result {}
    }

    private static final int REFUSED = 422;
    private static final int NOT_FOUND = 404;
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
            return new Result.NotTaken("The gateway did not take it.", false);
        }
        return answer instanceof Outside.Answer.Ok ? result(answer) : new Result.Unknown();
    }

    private static Result result(Outside.Answer answer) {
        return switch (answer) {
            case Outside.Answer.Ok(var body) ->
                    new Result.Taken("arrived".equals(body.path("state").asString("")));
            case Outside.Answer.No(int status) when status == REFUSED ->
                    new Result.NotTaken("the gateway does not take this number", true);
            case Outside.Answer.No(int status) ->
                    new Result.NotTaken(
                            "the gateway is out of order (%d)".formatted(status), false);
            case Outside.Answer.NotReached() ->
                    new Result.NotTaken("the gateway cannot be reached", false);
            case Outside.Answer.Silence() -> new Result.Unknown();
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
