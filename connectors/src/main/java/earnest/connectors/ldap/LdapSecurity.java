package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.PostConnectProcessor;
import com.unboundid.ldap.sdk.StartTLSPostConnectProcessor;
import com.unboundid.util.ssl.HostNameSSLSocketVerifier;

import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateFactory;
import java.util.Collection;

import javax.net.SocketFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;

/**
 * How connections to one server are secured. Whom the server shows itself to be is checked against
 * the host of the address (RFC 4513 section 3.1.3), which the LDAP library does not do by itself.
 *
 * @param sockets makes connections; for {@code ldaps} those of TLS
 * @param secured what is done first on each connection; null for nothing
 * @param tls whether anything is trusted at all, or the connection plain
 */
record LdapSecurity(SocketFactory sockets, @Nullable PostConnectProcessor secured, boolean tls) {
    /**
     * Looks at a server's settings.
     *
     * @throws BadField naming {@code field} if they contradict each other or the certificate cannot
     *     be read
     */
    static void check(LdapSettings.Server server, String field) {
        try {
            of(server);
        } catch (IllegalArgumentException e) {
            throw new BadField(field, String.valueOf(e.getMessage()));
        }
    }

    /**
     * Of a server's settings.
     *
     * @throws IllegalArgumentException if they contradict each other or the certificate cannot be
     *     read
     */
    static LdapSecurity of(LdapSettings.Server server) {
        URI url = URI.create(server.url());
        String scheme = String.valueOf(url.getScheme());
        boolean ldaps = scheme.equals("ldaps");
        if (!ldaps && !scheme.equals("ldap")) {
            throw wrong(server, "its address has to begin with ldaps:// or ldap://");
        }
        if (ldaps && server.startTls()) {
            throw wrong(server, "ldaps:// is secured from the start; take startTls away");
        }
        if (!ldaps && !server.startTls()) {
            if (server.certificate() != null) {
                throw wrong(
                        server,
                        "a certificate is given, but nothing is secured: use ldaps:// or"
                                + " startTls");
            }
            if (!isLoopback(url.getHost())) {
                throw wrong(
                        server,
                        "it would be told passwords in the clear: use ldaps:// or startTls");
            }
            return new LdapSecurity(SocketFactory.getDefault(), null, false);
        }
        SSLContext tls = context(server);
        return ldaps
                ? new LdapSecurity(tls.getSocketFactory(), null, true)
                : new LdapSecurity(
                        SocketFactory.getDefault(), new StartTLSPostConnectProcessor(tls), true);
    }

    /** By its address alone: what a name stands for can change after it was looked at. */
    private static boolean isLoopback(@Nullable String host) {
        return host != null
                && (host.equals("localhost")
                        || host.matches("127(\\.[0-9]{1,3}){3}")
                        || host.equals("[::1]")
                        || host.equals("::1"));
    }

    /** The options, so that the server's name is checked where there is TLS. */
    LDAPConnectionOptions verified(LDAPConnectionOptions options) {
        LDAPConnectionOptions own = options.duplicate();
        if (tls) {
            own.setSSLSocketVerifier(new HostNameSSLSocketVerifier(true));
        }
        return own;
    }

    private static SSLContext context(LdapSettings.Server server) {
        try {
            SSLContext tls = SSLContext.getInstance("TLS");
            TrustManagerFactory trust =
                    TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            trust.init(server.certificate() == null ? null : only(server, server.certificate()));
            tls.init(null, trust.getTrustManagers(), null);
            return tls;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("TLS is not to be had on this machine", e);
        }
    }

    /** A store that knows these certificates and nothing else. */
    private static KeyStore only(LdapSettings.Server server, String pem) {
        try (InputStream in = new ByteArrayInputStream(pem.getBytes(StandardCharsets.US_ASCII))) {
            Collection<? extends Certificate> certificates =
                    CertificateFactory.getInstance("X.509").generateCertificates(in);
            if (certificates.isEmpty()) {
                throw wrong(server, "its certificate is empty; give it in PEM");
            }
            KeyStore store = KeyStore.getInstance(KeyStore.getDefaultType());
            store.load(null, null);
            int number = 0;
            for (Certificate certificate : certificates) {
                store.setCertificateEntry("pinned-" + number++, certificate);
            }
            return store;
        } catch (IOException | GeneralSecurityException e) {
            throw wrong(server, "its certificate cannot be read; give it in PEM");
        }
    }

    private static IllegalArgumentException wrong(LdapSettings.Server server, String why) {
        return new IllegalArgumentException(
                "the server '%s' (%s): %s".formatted(server.name(), server.url(), why));
    }
}
