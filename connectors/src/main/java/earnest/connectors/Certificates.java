package earnest.connectors;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Locale;

import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509TrustManager;

/** Certificates, as they are compared by people. */
public final class Certificates {
    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH).withZone(ZoneOffset.UTC);
    private static final int LINE = 64;

    private Certificates() {}

    /** In PEM (RFC 7468). */
    public static String pem(X509Certificate certificate) {
        try {
            return "-----BEGIN CERTIFICATE-----\n"
                    + Base64.getMimeEncoder(LINE, new byte[] {'\n'})
                            .encodeToString(certificate.getEncoded())
                    + "\n-----END CERTIFICATE-----\n";
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("a certificate that was read has a form", e);
        }
    }

    /**
     * The first certificate of a text.
     *
     * @throws IllegalArgumentException if there is none
     */
    public static X509Certificate read(String pem) {
        try {
            return (X509Certificate)
                    CertificateFactory.getInstance("X.509")
                            .generateCertificate(
                                    new ByteArrayInputStream(
                                            pem.getBytes(StandardCharsets.US_ASCII)));
        } catch (GeneralSecurityException e) {
            throw new IllegalArgumentException("no certificate in PEM", e);
        }
    }

    /** SHA-256 over its DER form, in groups of four hexadecimal digits. */
    public static String fingerprint(X509Certificate certificate) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
            return HexFormat.of().formatHex(digest).replaceAll("(.{4})(?!$)", "$1 ");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("SHA-256 is not to be had on this machine", e);
        }
    }

    /** Whose it is, by whom, until when. */
    public static String words(X509Certificate certificate) {
        String subject = certificate.getSubjectX500Principal().getName();
        String issuer = certificate.getIssuerX500Principal().getName();
        return "of %s, %s, until %s"
                .formatted(
                        subject,
                        subject.equals(issuer) ? "by itself" : "by " + issuer,
                        DAY.format(certificate.getNotAfter().toInstant()));
    }

    /** Trusts anybody: only for looking at what is shown, never for saying anything. */
    static SSLContext looking() {
        try {
            SSLContext tls = SSLContext.getInstance("TLS");
            tls.init(null, new TrustManager[] {new Looking()}, null);
            return tls;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("TLS is not to be had on this machine", e);
        }
    }

    private static final class Looking implements X509TrustManager {
        @Override
        public void checkClientTrusted(X509Certificate[] chain, String type) {
            throw new UnsupportedOperationException("nobody connects here");
        }

        @Override
        public void checkServerTrusted(X509Certificate[] chain, String type) {
            // What is shown is compared by a person before anything is said to it.
        }

        @Override
        public X509Certificate[] getAcceptedIssuers() {
            return new X509Certificate[0];
        }
    }
}
