package earnest.standins.pockets;

import earnest.standins.http.Refused;

import org.jspecify.annotations.Nullable;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Whose phone answers for them. Those that are set up by hand last until the stand-ins end. */
final class Phones {
    private final String url;
    private final Map<String, Device> devices = new ConcurrentHashMap<>();
    private final Map<String, String> codes = new ConcurrentHashMap<>();

    /** What goes on showing where a yes was a cry for help, as it would after a yes. */
    private final Map<String, JsonNode> forced = new ConcurrentHashMap<>();

    /**
     * @param url of Earnest
     * @param keys of phones that are there from the start: account to id and key
     */
    Phones(String url, Path keys) throws IOException {
        this.url = url;
        if (!Files.exists(keys)) {
            return;
        }
        Map<String, Map<String, String>> there =
                JsonMapper.shared().readValue(Files.readString(keys), new TypeReference<>() {});
        there.forEach(
                (account, one) ->
                        devices.put(account, Device.of(url, one.get("device"), one.get("key"))));
    }

    /** What shows on a phone, or null where none answers. */
    @Nullable Map<String, Object> shown(String account) {
        Device device = devices.get(account);
        if (device == null) {
            return null;
        }
        Map<String, Object> shown = new LinkedHashMap<>();
        shown.put("code", codes.get(account));
        try {
            List<JsonNode> waiting = new ArrayList<>();
            device.waiting().forEach(waiting::add);
            JsonNode said = forced.get(account);
            if (said != null
                    && Instant.parse(said.get("until").asString()).isAfter(Instant.now())) {
                waiting.add(said);
            }
            shown.put("waiting", waiting);
            shown.put("trouble", null);
        } catch (Refused e) {
            // One that is being set up is none that counts yet.
            shown.put("waiting", List.of());
            shown.put("trouble", codes.containsKey(account) ? null : e.getMessage());
        }
        return shown;
    }

    /** Sets one up; the code that shows is typed on the person's page. */
    void setUp(String account, String given) {
        String setup = given.substring(given.indexOf('#') + 1).replace(" ", "").strip();
        Device.SetUp done = Device.setUp(url, setup);
        devices.put(account, done.device());
        codes.put(account, done.code());
    }

    /** Answers what waits; gives the word that shows then, or null. */
    @Nullable String answer(String account, String challenge, String answer) {
        Device device = devices.get(account);
        if (device == null) {
            throw new Refused(404, "no phone answers for them");
        }
        codes.remove(account);
        for (JsonNode one : device.waiting()) {
            if (one.get("challenge").asString().equals(challenge)) {
                String word = device.answer(one, answer);
                if (answer.equals("forced")) {
                    forced.put(account, ((ObjectNode) one).put("word", word));
                }
                return word;
            }
        }
        throw new Refused(404, "that question is over");
    }
}
