package earnest.record;

import earnest.core.record.Seal;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.util.Base64;
import java.util.List;

import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.TrustManagerFactory;

/**
 * A syslog receiver: RFC 5424 messages over TCP with octet counting (RFC 6587, section 3.4.1), or
 * over TLS (RFC 5425). A message carries the whole seal in base64, so that receivers that change
 * line feeds do no harm. The protocol gives no answer; what the receiver's end closed on is told
 * again.
 */
final class SyslogWitness implements Witness {
    private static final int DEADLINE_MS = 5_000;

    /** Facility 13 (log audit), severity 6 (informational): 13 * 8 + 6. */
    private static final String PRIORITY = "<110>1";

    private final RecordProperties.Syslog receiver;

    SyslogWitness(RecordProperties.Syslog receiver) {
        this.receiver = receiver;
    }

    @Override
    public String name() {
        return "syslog";
    }

    @Override
    public void tell(List<Seal> seals) throws IOException {
        String host = InetAddress.getLocalHost().getHostName();
        try (Socket socket = connect()) {
            OutputStream out = socket.getOutputStream();
            for (Seal seal : seals) {
                byte[] message = message(seal, host).getBytes(StandardCharsets.UTF_8);
                out.write((message.length + " ").getBytes(StandardCharsets.US_ASCII));
                out.write(message);
            }
            out.flush();
            // All that was sent is known to have arrived once the other end closes after ours.
            socket.shutdownOutput();
            InputStream rest = socket.getInputStream();
            if (rest.readAllBytes().length > 0) {
                throw new IOException("the receiver answered, which syslog receivers do not");
            }
        }
    }

    static String message(Seal seal, String host) {
        return "%s %s %s earnest - seal [seal@32473 size=\"%d\" note=\"%s\"] sealed %d entries"
                .formatted(
                        PRIORITY,
                        seal.checkpoint().time(),
                        host,
                        seal.checkpoint().size(),
                        Base64.getEncoder()
                                .encodeToString(seal.note().getBytes(StandardCharsets.UTF_8)),
                        seal.checkpoint().size());
    }

    private Socket connect() throws IOException {
        Socket plain = new Socket();
        try {
            plain.connect(new InetSocketAddress(receiver.host(), receiver.port()), DEADLINE_MS);
            plain.setSoTimeout(DEADLINE_MS);
            return receiver.tls() ? encrypted(plain) : plain;
        } catch (IOException | GeneralSecurityException e) {
            plain.close();
            throw new IOException(
                    "the syslog receiver %s:%d cannot be reached: %s"
                            .formatted(receiver.host(), receiver.port(), e.getMessage()),
                    e);
        }
    }

    private Socket encrypted(Socket plain) throws IOException, GeneralSecurityException {
        SSLSocket socket =
                (SSLSocket)
                        context()
                                .getSocketFactory()
                                .createSocket(plain, receiver.host(), receiver.port(), true);
        SSLParameters parameters = socket.getSSLParameters();
        parameters.setEndpointIdentificationAlgorithm("HTTPS");
        parameters.setProtocols(new String[] {"TLSv1.3", "TLSv1.2"});
        socket.setSSLParameters(parameters);
        socket.startHandshake();
        return socket;
    }

    private SSLContext context() throws IOException, GeneralSecurityException {
        if (receiver.trust() == null) {
            return SSLContext.getDefault();
        }
        KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
        trusted.load(null, null);
        try (InputStream pem = new BufferedInputStream(Files.newInputStream(receiver.trust()))) {
            int i = 0;
            for (Certificate certificate :
                    CertificateFactory.getInstance("X.509").generateCertificates(pem)) {
                trusted.setCertificateEntry("trusted-" + i++, certificate);
            }
        }
        TrustManagerFactory trust =
                TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        trust.init(trusted);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }
}
