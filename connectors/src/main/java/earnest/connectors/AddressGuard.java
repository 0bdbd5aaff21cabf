package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Set;

/**
 * Which addresses a system may have: whoever sets systems up must not reach what only this machine
 * reaches, nor the service of a host that gives its keys away.
 *
 * @param loopback whether this machine itself is allowed, which its steward says in a file
 */
public record AddressGuard(boolean loopback) {
    /** Where hosts of machines tell them their keys, beside the link-local one. */
    private static final Set<String> METADATA = Set.of("fd00:ec2:0:0:0:0:0:254", "100.100.100.200");

    /** Why an address must not be spoken to; null if it may. */
    public @Nullable String refusal(InetAddress address) {
        String name = address.getHostAddress();
        if (address.isLinkLocalAddress() || METADATA.contains(name)) {
            return name + " is where a machine's host answers; no system may be there";
        }
        if (address.isAnyLocalAddress() || address.isMulticastAddress()) {
            return name + " is the address of no single machine";
        }
        if (address.isLoopbackAddress() && !loopback) {
            return name + " is the machine on which Earnest runs, and that is not allowed here";
        }
        return null;
    }

    /**
     * The addresses of a host, all of them allowed.
     *
     * @throws UnknownHostException if the name is not known, or one of its addresses not allowed
     */
    public InetAddress[] resolve(String host) throws UnknownHostException {
        InetAddress[] all = InetAddress.getAllByName(host);
        for (InetAddress address : all) {
            String refusal = refusal(address);
            if (refusal != null) {
                throw new UnknownHostException(refusal);
            }
        }
        return all;
    }
}
