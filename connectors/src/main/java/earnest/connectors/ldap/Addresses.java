package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.NameResolver;

import earnest.connectors.HostLookup;

import java.net.InetAddress;
import java.net.UnknownHostException;

/** Gives a connection the addresses that are allowed, each time anew. */
final class Addresses extends NameResolver {
    private final HostLookup lookup;

    Addresses(HostLookup lookup) {
        this.lookup = lookup;
    }

    @Override
    public InetAddress getByName(String host) throws UnknownHostException {
        return lookup.resolve(host)[0];
    }

    @Override
    public InetAddress[] getAllByName(String host) throws UnknownHostException {
        return lookup.resolve(host);
    }

    @Override
    public void toString(StringBuilder buffer) {
        buffer.append("allowed addresses");
    }
}
