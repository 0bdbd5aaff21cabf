package earnest.channels.text;

import earnest.channels.Carrier;
import earnest.channels.CarrierResult;
import earnest.channels.OutsideJson;
import earnest.channels.OutsidePlace;
import earnest.core.assurance.Route;
import earnest.core.passwords.Secret;
import earnest.people.ContactKind;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.stereotype.Component;
import org.springframework.validation.annotation.Validated;

import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.util.Arrays;
import java.util.Set;
import java.util.UUID;

/** The text gateway over HTTP; our own id is its reference, so it can be asked about afterwards. */
@Component
class TextCarrier implements Carrier {
    /** {@code earnest.text-gateway}: where it is, and the shared token. */
    @Validated
    @ConfigurationProperties("earnest.text-gateway")
    record Place(@NotNull URI url, @NotBlank String token) {
        @Override
        public String toString() {
            return url.toString();
        }
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
    private final OutsideJson outside;

    TextCarrier(Place place) {
        this.outside = new OutsideJson(new OutsidePlace(place.url(), place.token()));
    }

    @Override
    public String id() {
        return "text";
    }

    @Override
    public String name() {
        return "Text gateway";
    }

    @Override
    public String brings() {
        return "text";
    }

    @Override
    public Route route() {
        return Route.TEXT;
    }

    @Override
    public boolean reaches(ContactKind kind) {
        return kind.mobile();
    }

    @Override
    public CarrierResult send(UUID ref, String to, String subject, Secret words) {
        byte[] body = words.open(characters -> json(ref, to, characters));
        try {
            return result(outside.ask("/messages", body));
        } finally {
            Arrays.fill(body, (byte) 0);
        }
    }

    @Override
    public CarrierResult ask(UUID ref) {
        OutsideJson.Answer answer = outside.ask("/messages/" + ref, null);
        if (answer instanceof OutsideJson.Answer.No(int status) && status == NOT_FOUND) {
            return new CarrierResult.NotTaken("the gateway did not take it", false);
        }
        return switch (answer) {
            case OutsideJson.Answer.Ok ok -> result(ok);
            case OutsideJson.Answer.No(int status) -> new CarrierResult.Unknown(outOfOrder(status));
            case OutsideJson.Answer.NotReached() ->
                    new CarrierResult.Unknown("the gateway cannot be reached; it is being asked");
            case OutsideJson.Answer.Silence() -> new CarrierResult.Unknown(SILENT);
        };
    }

    private static String outOfOrder(int status) {
        return "the gateway is out of order (%d); it is being asked".formatted(status);
    }

    private static CarrierResult result(OutsideJson.Answer answer) {
        return switch (answer) {
            case OutsideJson.Answer.Ok(var body) ->
                    new CarrierResult.Taken("arrived".equals(body.path("state").asString("")));
            case OutsideJson.Answer.No(int status) when status == REFUSED ->
                    new CarrierResult.NotTaken("the gateway does not take this number", true);
            case OutsideJson.Answer.No(int status) when AGAIN.contains(status) ->
                    new CarrierResult.NotTaken(
                            "the gateway does not take it now (%d)".formatted(status), false);
            case OutsideJson.Answer.No(int status) when REFUSALS.contains(status) ->
                    new CarrierResult.NotTaken(
                            "the gateway refused it (%d)".formatted(status), true);
            // Whatever stands between may have passed it on before it failed.
            case OutsideJson.Answer.No(int status) -> new CarrierResult.Unknown(outOfOrder(status));
            case OutsideJson.Answer.NotReached() ->
                    new CarrierResult.NotTaken("the gateway cannot be reached", false);
            case OutsideJson.Answer.Silence() -> new CarrierResult.Unknown(SILENT);
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
