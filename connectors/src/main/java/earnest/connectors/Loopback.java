package earnest.connectors;

import org.jspecify.annotations.Nullable;

/** Whether something may be said in the clear: on this machine only. */
public final class Loopback {
    private Loopback() {}

    /** By its address alone: what a name stands for can change after it was looked at. */
    public static boolean is(@Nullable String host) {
        return host != null
                && (host.equals("localhost")
                        || host.matches("127(\\.[0-9]{1,3}){3}")
                        || host.equals("[::1]")
                        || host.equals("::1"));
    }
}
