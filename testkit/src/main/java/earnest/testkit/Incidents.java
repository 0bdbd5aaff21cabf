package earnest.testkit;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a server of the same process logged of its incidents: an answer names one and does not say
 * more, and whoever reads that a test failed by it cannot look elsewhere. Thread-safe.
 */
public final class Incidents {
    private static final Pattern NAMED = Pattern.compile("[Ii]ncident ([0-9a-f-]{36})");
    private static final Map<String, String> LOGGED = new ConcurrentHashMap<>();

    private Incidents() {}

    /** A line of the log; kept if it is about an incident. */
    public static void logged(String line) {
        Matcher named = NAMED.matcher(line);
        if (named.lookingAt()) {
            LOGGED.put(named.group(1), line);
        }
    }

    /** What was logged of the incident that an answer names, or the empty text. */
    static String of(String answer) {
        Matcher named = NAMED.matcher(answer);
        String line = named.find() ? LOGGED.get(named.group(1)) : null;
        return line == null ? "" : " (" + line + ")";
    }
}
