package earnest.ground;

import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.ArrayList;
import java.util.List;

/**
 * Refuses to start with what is safe on loopback only, and says all of it at once, each with the
 * setting that mends it.
 */
@Component
class SafeStart {
    SafeStart(Environment settings) {
        List<String> unsafe = unsafe(settings);
        if (!unsafe.isEmpty()) {
            throw new IllegalStateException(
                    "Earnest does not start like this:\n  - " + String.join("\n  - ", unsafe));
        }
    }

    static List<String> unsafe(Environment settings) {
        List<String> unsafe = new ArrayList<>();
        String address = settings.getProperty("server.address", "");
        if (!isLoopback(address)) {
            String where = address.isEmpty() ? "on every address" : "on " + address;
            if (!settings.getProperty("earnest.access.secure-cookies", Boolean.class, false)) {
                unsafe.add(
                        "it listens %s, where cookies must go over TLS only: set earnest.access.secure-cookies=true, and TLS before it."
                                .formatted(where));
            }
            if (settings.getProperty("earnest.demo.enabled", Boolean.class, false)) {
                unsafe.add(
                        "it listens %s, and the demo shows its passwords to everybody: set earnest.demo.enabled=false, or server.address=127.0.0.1."
                                .formatted(where));
            }
        }
        return unsafe;
    }

    private static boolean isLoopback(@org.jspecify.annotations.Nullable String host) {
        if (host == null || host.isEmpty()) {
            return false;
        }
        try {
            return InetAddress.getByName(host).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }
}
