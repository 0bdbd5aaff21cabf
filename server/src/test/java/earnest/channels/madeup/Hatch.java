package earnest.channels.madeup;

import earnest.channels.ChannelDeeds;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannel;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;

/** Somebody comes to a window and rings a bell. */
@Component
public class Hatch implements TicketChannel {
    private static final ChannelWords WORDS =
            new ChannelWords(
                    "A visit",
                    "At the window",
                    "Went away",
                    "A visitor, not named yet",
                    "at the window",
                    "waits at the window",
                    "ran away",
                    "gone",
                    "nobody at the window",
                    "Window",
                    "at no window",
                    "At no window.",
                    "window of",
                    "You asked them in.",
                    "Let them go");

    private static final List<String> HEARD = new CopyOnWriteArrayList<>();

    /** What the window was told. */
    public static List<String> heard() {
        return HEARD;
    }

    @Override
    public String id() {
        return "hatch";
    }

    @Override
    public ChannelWords words() {
        return WORDS;
    }

    @Override
    public ChannelDeeds deeds() {
        return new ChannelDeeds(
                "Window",
                "rang the bell",
                "went away",
                "asked them in",
                "let them go",
                "they wait at the window",
                "went on at the window",
                "they ran away");
    }

    @Override
    public Optional<Address> address(Map<String, String> facts) {
        return Optional.ofNullable(facts.get("window")).map(w -> new Address(w, "window " + w));
    }

    @Override
    public void answered(String reference) {
        HEARD.add("answered " + reference);
    }

    @Override
    public void ended(String reference) {
        HEARD.add("ended " + reference);
    }

    @Override
    public void held(String reference) {
        HEARD.add("held " + reference);
    }

    @Override
    public void resumed(String reference) {
        HEARD.add("resumed " + reference);
    }
}
