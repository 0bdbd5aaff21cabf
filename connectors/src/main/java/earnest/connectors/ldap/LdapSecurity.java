package earnest.connectors.ldap;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.PostConnectProcessor;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.StartTLSPostConnectProcessor;
import com.unboundid.util.ssl.HostNameSSLSocketVerifier;

import earnest.connectors.Endpoint;
import earnest.connectors.Loopback;
import earnest.connectors.PinnedCertificates;
import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.URI;
import java.security.cert.X509Certificate;

import javax.net.SocketFactory;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLSession;

/**
 * How connections to one server are secured. Whom the server shows itself to be is checked against
 * the host of the address (RFC 4513 section 3.1.3), which the LDAP library does not do by itself.
 *
 * @param sockets makes connections; for {@code ldaps} those of TLS
 * @param secured what is done first on each connection; null for nothing
 * @param tls whether anything is trusted at all, or the connection plain
 */
record LdapSecurity(SocketFactory sockets, @Nullable PostConnectProcessor secured, boolean tls) {
    private static final int LOOK_MS = 3_000;

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
            if (!Loopback.is(url.getHost())) {
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

    /** The options, so that the server's name is checked where there is TLS. */
    LDAPConnectionOptions verified(LDAPConnectionOptions options) {
        LDAPConnectionOptions own = options.duplicate();
        if (tls) {
            own.setSSLSocketVerifier(new HostNameSSLSocketVerifier(true));
        }
        return own;
    }

    /** How a look at a server's certificate is taken; null where nothing is secured. */
    static Endpoint.@Nullable Securing securing(LdapSettings.Server server) {
        if (!of(server).tls()) {
            return null;
        }
        return server.startTls() ? LdapSecurity::startTls : Endpoint::direct;
    }

    private static X509Certificate startTls(
            Endpoint endpoint, InetAddress at, SSLContext tls, boolean named) throws IOException {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis(LOOK_MS);
        options.setResponseTimeoutMillis(LOOK_MS);
        options.setNameResolver(new Addresses(host -> new InetAddress[] {at}));
        if (named) {
            options.setSSLSocketVerifier(new HostNameSSLSocketVerifier(true));
        }
        try (LDAPConnection connection =
                new LDAPConnection(options, endpoint.host(), endpoint.port())) {
            new StartTLSPostConnectProcessor(tls).processPreAuthenticatedConnection(connection);
            SSLSession session = connection.getSSLSession();
            if (session == null) {
                throw new SSLException("the connection was not secured");
            }
            return (X509Certificate) session.getPeerCertificates()[0];
        } catch (LDAPException e) {
            throw e.getResultCode() == ResultCode.CONNECT_ERROR && !trusts(e)
                    ? new ConnectException("not reached")
                    : new SSLException("not trusted", e);
        }
    }

    /** Whether it is the certificate that was wrong, and not the way to the server. */
    private static boolean trusts(LDAPException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof SSLException) {
                return true;
            }
        }
        return String.valueOf(e.getMessage()).contains("TLS");
    }

    private static SSLContext context(LdapSettings.Server server) {
        try {
            return PinnedCertificates.context(server.certificate());
        } catch (IllegalArgumentException e) {
            throw wrong(server, String.valueOf(e.getMessage()));
        }
    }

    private static IllegalArgumentException wrong(LdapSettings.Server server, String why) {
        return new IllegalArgumentException(
                "the server '%s' (%s): %s".formatted(server.name(), server.url(), why));
    }
}
