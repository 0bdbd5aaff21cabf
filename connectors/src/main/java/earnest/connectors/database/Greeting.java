package earnest.connectors.database;

import earnest.connectors.Endpoint;

import java.io.DataInputStream;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.security.cert.X509Certificate;

import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;

/**
 * A look at a server's certificate: it greets, is asked for TLS (the SSL request packet of the <a
 * href="https://mariadb.com/kb/en/connection/">protocol</a>), and nobody signs in.
 */
final class Greeting {
    private static final int DEADLINE_MS = 3_000;
    private static final int LONGEST = 1 << 12;
    private static final int LENGTH_BYTES = 3;
    private static final int CAPABILITIES_AFTER_VERSION = 4 + 8 + 1;

    /** CLIENT_SSL, CLIENT_PROTOCOL_41 and CLIENT_SECURE_CONNECTION. */
    private static final int SSL = 0x0800;

    private static final int WANTED = SSL | 0x0200 | 0x8000;
    private static final byte UTF8 = 45;
    private static final int REQUEST_BYTES = 32;

    private Greeting() {}

    static X509Certificate shown(Endpoint endpoint, InetAddress at, SSLContext tls, boolean named)
            throws IOException {
        try (Socket plain = new Socket()) {
            plain.connect(new InetSocketAddress(at, endpoint.port()), DEADLINE_MS);
            plain.setSoTimeout(DEADLINE_MS);
            if ((capabilities(new DataInputStream(plain.getInputStream())) & SSL) == 0) {
                throw new SSLException("the server speaks no TLS");
            }
            plain.getOutputStream().write(request());
            try (SSLSocket secured =
                    (SSLSocket)
                            tls.getSocketFactory()
                                    .createSocket(plain, endpoint.host(), endpoint.port(), true)) {
                SSLParameters parameters = secured.getSSLParameters();
                parameters.setEndpointIdentificationAlgorithm(named ? "HTTPS" : null);
                secured.setSSLParameters(parameters);
                secured.startHandshake();
                return (X509Certificate) secured.getSession().getPeerCertificates()[0];
            }
        }
    }

    /** The lower ones that the server says it has, by its first packet. */
    private static int capabilities(DataInputStream in) throws IOException {
        byte[] head = in.readNBytes(LENGTH_BYTES + 1);
        if (head.length < LENGTH_BYTES + 1) {
            throw new IOException("it says nothing");
        }
        int length = (head[0] & 0xff) | (head[1] & 0xff) << 8 | (head[2] & 0xff) << 16;
        byte[] packet = in.readNBytes(Math.min(length, LONGEST));
        int end = 1;
        while (end < packet.length && packet[end] != 0) {
            end++;
        }
        int at = end + 1 + CAPABILITIES_AFTER_VERSION;
        if (packet.length < at + 2 || packet[0] != 10) {
            throw new IOException("it does not greet as a MariaDB server does");
        }
        return (packet[at] & 0xff) | (packet[at + 1] & 0xff) << 8;
    }

    private static byte[] request() {
        ByteBuffer packet =
                ByteBuffer.allocate(LENGTH_BYTES + 1 + REQUEST_BYTES)
                        .order(ByteOrder.LITTLE_ENDIAN);
        packet.put((byte) REQUEST_BYTES).put((byte) 0).put((byte) 0).put((byte) 1);
        packet.putInt(WANTED).putInt(1 << 24).put(UTF8);
        return packet.array();
    }
}
