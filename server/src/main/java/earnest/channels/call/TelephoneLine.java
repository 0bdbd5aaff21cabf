package earnest.channels.call;

import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelWords;
import earnest.channels.OutgoingCalls;
import earnest.channels.OutsideJson;
import earnest.channels.OutsidePlace;
import earnest.channels.TicketChannel;
import earnest.people.Telephone;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.stereotype.Service;
import org.springframework.validation.annotation.Validated;

import tools.jackson.databind.json.JsonMapper;

import java.net.URI;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/** The telephone line: places calls, and says what the desk does with those that ring. */
@Service
class TelephoneLine implements TicketChannel, OutgoingCalls {
    /** The fact that a call shows: its number in E.164. */
    static final String NUMBER = "number";

    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A call",
                    "Ringing",
                    "Missed call",
                    "A caller, not named yet",
                    "on the line",
                    "on hold",
                    "the line dropped",
                    "hung up",
                    "nobody on the line",
                    "Number shown",
                    "no number shown",
                    "No number was shown.",
                    "number of",
                    "You called this line, on a number on record.",
                    "End call");

    private static final ChannelDeeds DEEDS =
            new ChannelDeeds(
                    "Line",
                    "rang",
                    "hung up",
                    "answered the call",
                    "ended the call",
                    "the line is held",
                    "spoke on the line again",
                    "the line dropped");

    /** {@code earnest.line}: where it is, and the shared token. */
    @Validated
    @ConfigurationProperties("earnest.line")
    record Place(@NotNull URI url, @NotBlank String token) {
        @Override
        public String toString() {
            return url.toString();
        }
    }

    private final OutsideJson outside;

    TelephoneLine(Place place) {
        this.outside = new OutsideJson(new OutsidePlace(place.url(), place.token()));
    }

    @Override
    public String id() {
        return "call";
    }

    @Override
    public ChannelWords words() {
        return WORDS;
    }

    @Override
    public ChannelDeeds deeds() {
        return DEEDS;
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.ofNullable(facts.get(NUMBER))
                .map(number -> new Address(number, Telephone.masked(number)));
    }

    @Override
    public boolean place(UUID id, String number) {
        return outside.ask("/call-backs", body("id", id.toString(), "to", number))
                instanceof OutsideJson.Answer.Ok;
    }

    @Override
    public void answered(String call) {
        outside.ask("/calls/" + call + "/answered", body());
    }

    @Override
    public void ended(String call) {
        outside.ask("/calls/" + call + "/ended", body());
    }

    @Override
    public void held(String call) {
        outside.ask("/calls/" + call + "/held", body());
    }

    @Override
    public void resumed(String call) {
        outside.ask("/calls/" + call + "/resumed", body());
    }

    private static byte[] body(String... pairs) {
        var map = new LinkedHashMap<String, String>();
        for (int i = 0; i < pairs.length; i += 2) {
            map.put(pairs[i], pairs[i + 1]);
        }
        return JsonMapper.shared().writeValueAsBytes(map);
    }
}
