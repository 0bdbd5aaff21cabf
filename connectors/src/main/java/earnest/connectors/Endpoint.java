package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.security.cert.X509Certificate;

import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;

/**
 * Where a system is spoken to.
 *
 * @param name what the server is called
 * @param pinned the certificate that it must show, in PEM, or null for whom Java trusts
 * @param securing how the connection is secured, or null where nothing is
 */
public record Endpoint(
        String name, String host, int port, @Nullable String pinned, @Nullable Securing securing) {
    private static final int DEADLINE_MS = 3_000;

    /** Secures a connection and gives back what the server showed. */
    @FunctionalInterface
    public interface Securing {
        /**
         * Connects and shakes hands, and says nothing else.
         *
         * @param at which of the host's addresses
         * @param named whether the certificate must name the host
         * @throws IOException if the server is not reached or not trusted
         */
        X509Certificate shown(Endpoint endpoint, InetAddress at, SSLContext tls, boolean named)
                throws IOException;
    }

    /** TLS from the first byte. */
    public static X509Certificate direct(
            Endpoint endpoint, InetAddress at, SSLContext tls, boolean named) throws IOException {
        try (Socket plain = new Socket()) {
            plain.connect(new InetSocketAddress(at, endpoint.port), DEADLINE_MS);
            plain.setSoTimeout(DEADLINE_MS);
            try (SSLSocket secured =
                    (SSLSocket)
                            tls.getSocketFactory()
                                    .createSocket(plain, endpoint.host, endpoint.port, true)) {
                SSLParameters parameters = secured.getSSLParameters();
                parameters.setEndpointIdentificationAlgorithm(named ? "HTTPS" : null);
                secured.setSSLParameters(parameters);
                secured.startHandshake();
                return (X509Certificate) secured.getSession().getPeerCertificates()[0];
            }
        }
    }
}
