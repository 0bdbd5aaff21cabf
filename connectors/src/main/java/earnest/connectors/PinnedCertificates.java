package earnest.connectors;

import org.jspecify.annotations.Nullable;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.util.Collection;

import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;

/** TLS that trusts certificates which were given, and nothing else. */
public final class PinnedCertificates {
    private PinnedCertificates() {}

    /**
     * TLS for one server.
     *
     * @param pem the certificate that the server shows, or that of the authority which signed it;
     *     null for whom Java trusts
     * @throws IllegalArgumentException if it cannot be read
     */
    public static SSLContext context(@Nullable String pem) {
        try {
            SSLContext tls = SSLContext.getInstance("TLS");
            TrustManagerFactory trust =
                    TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            trust.init(pem == null ? null : only(pem));
            tls.init(null, trust.getTrustManagers(), null);
            return tls;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("TLS is not to be had on this machine", e);
        }
    }

    /** A store that knows these certificates and nothing else. */
    private static KeyStore only(String pem) {
        try (InputStream in = new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII))) {
            Collection<? extends Certificate> certificates =
                    CertificateFactory.getInstance("X.509").generateCertificates(in);
            if (certificates.isEmpty()) {
                throw new IllegalArgumentException("its certificate is empty; give it in PEM");
            }
            KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
            store.load(null, null);
            int number = 0;
            for (Certificate certificate : certificates) {
                store.setCertificateEntry("pinned-" + number++, certificate);
            }
            return store;
        } catch (IOException | GeneralSecurityException e) {
            throw new IllegalArgumentException("its certificate cannot be read; give it in PEM", e);
        }
    }
}
