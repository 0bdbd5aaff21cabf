package earnest.channels;

import org.springframework.stereotype.Service;

import tools.jackson.databind.json.JsonMapper;

import java.util.UUID;

/** The telephone line outward: places calls and says what the desk does with those that ring. */
@Service
public class Line {
    private final Outside outside;

    Line(OutsideProperties properties) {
        this.outside = new Outside(properties.line());
    }

    /**
     * Calls a number on record; to ask twice with one id places one call.
     *
     * @return whether the switchboard took it
     */
    public boolean callBack(UUID id, String number) {
        return outside.ask("/call-backs", body("id", id.toString(), "to", number))
                instanceof Outside.Answer.Ok;
    }

    public void answered(String call) {
        outside.ask("/calls/" + call + "/answered", body());
    }

    public void ended(String call) {
        outside.ask("/calls/" + call + "/ended", body());
    }

    /** The desk holds a call: the other side hears nothing. */
    public void held(String call) {
        outside.ask("/calls/" + call + "/held", body());
    }

    /** The desk speaks on a held call again. */
    public void resumed(String call) {
        outside.ask("/calls/" + call + "/resumed", body());
    }

    private static byte[] body(String... pairs) {
        var map = new java.util.LinkedHashMap<String, String>();
        for (int i = 0; i < pairs.length; i += 2) {
            map.put(pairs[i], pairs[i + 1]);
        }
        return JsonMapper.shared().writeValueAsBytes(map);
    }
}
