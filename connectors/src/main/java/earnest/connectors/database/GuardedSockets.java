package earnest.connectors.database;

import earnest.connectors.AddressGuard;

import org.mariadb.jdbc.Configuration;
import org.mariadb.jdbc.util.ConfigurableSocketFactory;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketAddress;

/**
 * Sockets that reach only addresses which are allowed: looked at is the very one that is connected
 * to. Made by the driver, from the name of this class.
 */
public final class GuardedSockets extends ConfigurableSocketFactory {
    /** The option of a connection by which the machine's own addresses are allowed. */
    static final String LOOPBACK = "earnestLoopback";

    private AddressGuard guard = new AddressGuard(false);

    @Override
    public void setConfiguration(Configuration configuration, String host) {
        guard =
                new AddressGuard(
                        Boolean.parseBoolean(
                                configuration.nonMappedOptions().getProperty(LOOPBACK)));
    }

    @Override
    public Socket createSocket() {
        return new Guarded(guard);
    }

    private static final class Guarded extends Socket {
        private final AddressGuard guard;

        Guarded(AddressGuard guard) {
            this.guard = guard;
        }

        @Override
        public void connect(SocketAddress to) throws IOException {
            connect(to, 0);
        }

        @Override
        public void connect(SocketAddress to, int timeout) throws IOException {
            if (!(to instanceof InetSocketAddress address) || address.isUnresolved()) {
                throw new IOException("nobody knows that name");
            }
            String refusal = guard.refusal(address.getAddress());
            if (refusal != null) {
                throw new IOException(refusal);
            }
            super.connect(to, timeout);
        }
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress from, int fromPort)
            throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort)
            throws IOException {
        return connected(new InetSocketAddress(host, port));
    }

    private Socket connected(InetSocketAddress to) throws IOException {
        Socket socket = createSocket();
        socket.connect(to);
        return socket;
    }
}
