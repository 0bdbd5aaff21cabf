package earnest.connectors;

import java.net.InetAddress;
import java.net.UnknownHostException;

/** Which addresses a host has; {@link AddressGuard#resolve} gives those that are allowed. */
@FunctionalInterface
public interface HostLookup {
    /**
     * Looks a host up.
     *
     * @throws UnknownHostException if the name is not known, or one of its addresses not allowed
     */
    InetAddress[] resolve(String host) throws UnknownHostException;
}
