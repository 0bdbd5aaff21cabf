package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.net.Inet4Address;
import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;

/**
 * Which addresses a system may have: whoever sets systems up must not reach what only this machine
 * reaches, nor the service of a host that gives its keys away.
 *
 * @param loopback whether this machine itself is allowed, which its steward says in a file
 */
public record AddressGuard(boolean loopback) {
    private static final int V4_BYTES = 4;
    private static final List<Embedding> EMBEDDINGS =
            List.of(
                    new Embedding(HexFormat.of().parseHex("2002"), 2),
                    new Embedding(HexFormat.of().parseHex("0064ff9b0000000000000000"), 12),
                    new Embedding(HexFormat.of().parseHex("0000000000000000ffff0000"), 12),
                    new Embedding(new byte[12], 12));

    /** Where hosts of machines tell them their keys, beside the link-local one. */
    private static final Set<String> METADATA = Set.of("fd00:ec2:0:0:0:0:0:254", "100.100.100.200");

    /** Why an address must not be spoken to; null if it may. */
    public @Nullable String refusal(InetAddress address) {
        String name = address.getHostAddress();
        InetAddress within =
                address.isLoopbackAddress() || address.isAnyLocalAddress()
                        ? null
                        : embedded(address);
        if (within != null && refusal(within) != null) {
            return name + " leads to " + refusal(within);
        }
        if (address.isLinkLocalAddress() || METADATA.contains(name)) {
            return name + " is where a machine's host answers; no system may be there";
        }
        if (address.isAnyLocalAddress() || address.isMulticastAddress() || ofNoNetwork(address)) {
            return name + " is the address of no single machine";
        }
        if (address.isLoopbackAddress() && !loopback) {
            return name + " is the machine on which Earnest runs, and that is not allowed here";
        }
        return null;
    }

    /** "This network" (RFC 1122, section 3.2.1.3), which some systems take for this machine. */
    private static boolean ofNoNetwork(InetAddress address) {
        return address instanceof Inet4Address && address.getAddress()[0] == 0;
    }

    /**
     * The IPv4 address that one of IPv6 leads to: compatible (RFC 4291, section 2.5.5.1), 6to4 (RFC
     * 3056), translated (RFC 6052, section 2.1; RFC 2765, section 2.1); null: none.
     */
    private static @Nullable InetAddress embedded(InetAddress address) {
        if (!(address instanceof Inet6Address)) {
            return null;
        }
        byte[] bytes = address.getAddress();
        for (Embedding embedding : EMBEDDINGS) {
            if (Arrays.equals(
                    embedding.prefix,
                    0,
                    embedding.prefix.length,
                    bytes,
                    0,
                    embedding.prefix.length)) {
                try {
                    return InetAddress.getByAddress(
                            Arrays.copyOfRange(bytes, embedding.at, embedding.at + V4_BYTES));
                } catch (UnknownHostException e) {
                    throw new IllegalStateException("four bytes are an address", e);
                }
            }
        }
        return null;
    }

    /** An address at which nothing may be that somebody sets up; the words say why. */
    public static final class NotAllowed extends UnknownHostException {
        private static final long serialVersionUID = 1L;

        NotAllowed(String words) {
            super(words);
        }
    }

    private record Embedding(byte[] prefix, int at) {}

    /**
     * The addresses of a host, all of them allowed.
     *
     * @throws NotAllowed if one of them is not
     * @throws UnknownHostException if the name is not known
     */
    public InetAddress[] resolve(String host) throws UnknownHostException {
        InetAddress[] all = InetAddress.getAllByName(host);
        for (InetAddress address : all) {
            String refusal = refusal(address);
            if (refusal != null) {
                throw new NotAllowed(refusal);
            }
        }
        return all;
    }
}
