package earnest.connectors.ldap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import com.unboundid.ldap.sdk.ResultCode;

import earnest.App;
import earnest.connectors.AddressGuard;
import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.passwords.Secret;
import earnest.testkit.Ground;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;

import javax.net.ssl.HostnameVerifier;
import javax.net.ssl.SSLSession;

/** What Earnest tells the directory is told to that directory only, and to nobody on the way. */
@ExtendWith(App.Running.class)
class LdapTlsTest {
    private static final String SERVICE = "cn=earnest,ou=services,dc=brackwater,dc=example";
    @TempDir Path folder;
    private Ground ground;
    private String pinned;

    @BeforeEach
    void ground(App app) {
        ground = app.ground();
        pinned = ground.read("tls/directory.pem");
    }

    private String ldaps() {
        return "ldaps://127.0.0.1:" + ground.port("LDAPS");
    }

    private String ldap() {
        return "ldap://127.0.0.1:" + ground.port("REPLICA");
    }

    private LdapServers servers(String url, boolean startTls, @Nullable String certificate) {
        Map<String, Object> server = new HashMap<>();
        server.put("name", "one");
        server.put("url", url);
        server.put("startTls", startTls);
        if (certificate != null) {
            server.put("certificate", certificate);
        }
        try (Secret credential = Secret.of(ground.secret("ldap-earnest"))) {
            return new LdapServers(
                    LdapSettings.read(
                            Fields.of(
                                    "settings",
                                    Map.of("servers", List.of(server), "bindDn", SERVICE))),
                    credential,
                    new AddressGuard(true));
        }
    }

    private boolean secured(String url, boolean startTls, @Nullable String certificate)
            throws LDAPException {
        LdapServers servers = servers(url, startTls, certificate);
        try {
            LDAPConnection connection = servers.pool("one").getConnection();
            boolean tls = connection.getSSLSession() != null;
            assertThat(connection.getEntry(SERVICE)).isNotNull();
            servers.pool("one").releaseConnection(connection);
            return tls;
        } finally {
            servers.close();
        }
    }

    private String anotherCertificate() throws IOException, InterruptedException {
        Path pem = folder.resolve("another.pem");
        int code =
                new ProcessBuilder(
                                "openssl",
                                "req",
                                "-x509",
                                "-newkey",
                                "ec",
                                "-pkeyopt",
                                "ec_paramgen_curve:P-256",
                                "-noenc",
                                "-days",
                                "2",
                                "-subj",
                                "/CN=another",
                                "-addext",
                                "subjectAltName=IP:127.0.0.1",
                                "-keyout",
                                folder.resolve("another.key").toString(),
                                "-out",
                                pem.toString())
                        .redirectErrorStream(true)
                        .redirectOutput(folder.resolve("openssl.log").toFile())
                        .start()
                        .waitFor();
        assertThat(code).isZero();
        return Files.readString(pem);
    }

    @Test
    void bothWaysOfTlsWorkWithThePinnedCertificate() throws LDAPException {
        assertThat(secured(ldaps(), false, pinned)).isTrue();
        assertThat(secured(ldap(), true, pinned)).isTrue();
    }

    @Test
    void aServerThatShowsAnotherCertificateIsToldNothing() throws Exception {
        String another = anotherCertificate();
        for (String trusted : new String[] {another, null}) {
            assertThatThrownBy(() -> secured(ldaps(), false, trusted))
                    .isInstanceOf(LDAPException.class)
                    .hasMessageContaining("certi");
            assertThatThrownBy(() -> secured(ldap(), true, trusted))
                    .isInstanceOf(LDAPException.class)
                    .hasMessageContaining("certi");
        }
    }

    /** The library asks this of every connection over TLS that does not stay on the machine. */
    @Test
    void theRightCertificateOfAnotherHostIsRefused() throws LDAPException {
        LdapSecurity security =
                LdapSecurity.of(new LdapSettings.Server("one", ldaps(), false, pinned));
        HostnameVerifier asked =
                (HostnameVerifier)
                        security.verified(new LDAPConnectionOptions()).getSSLSocketVerifier();
        try (LDAPConnection connection =
                new LDAPConnection(security.sockets(), "127.0.0.1", ground.port("LDAPS"))) {
            SSLSession session = connection.getSSLSession();
            assertThat(asked.verify("127.0.0.1", session)).isTrue();
            assertThat(asked.verify("192.0.2.7", session)).isFalse();
            assertThat(asked.verify("directory.example", session)).isFalse();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"ldaps", "ldap"})
    void nothingIsSaidInTheClearToAServerWithoutTls(String scheme) throws Exception {
        try (ServerSocket plain = new ServerSocket(0, 4, InetAddress.getLoopbackAddress())) {
            CompletableFuture<byte[]> heard =
                    CompletableFuture.supplyAsync(
                            () -> {
                                try (Socket one = plain.accept()) {
                                    one.setSoTimeout(6_000);
                                    byte[] first = one.getInputStream().readNBytes(16);
                                    return first;
                                } catch (IOException e) {
                                    throw new java.io.UncheckedIOException(e);
                                }
                            });
            assertThatThrownBy(
                            () ->
                                    secured(
                                            scheme + "://127.0.0.1:" + plain.getLocalPort(),
                                            scheme.equals("ldap"),
                                            pinned))
                    .isInstanceOf(LDAPException.class);
            String said = new String(heard.get(), StandardCharsets.ISO_8859_1);
            if (scheme.equals("ldaps")) {
                assertThat((int) said.charAt(0)).as("a TLS handshake").isEqualTo(0x16);
            } else {
                assertThat(said).as("StartTLS, and no bind").contains("1.3.6");
            }
        }
    }

    @Test
    void settingsThatContradictEachOtherAreNamed() {
        assertThatThrownBy(() -> servers(ldaps(), true, pinned))
                .isInstanceOf(BadField.class)
                .hasMessageContaining("settings.servers[0].url")
                .hasMessageContaining("take startTls away");
        assertThatThrownBy(() -> servers(ldap(), false, pinned))
                .hasMessageContaining("nothing is secured");
        assertThatThrownBy(() -> servers("http://127.0.0.1", false, null))
                .hasMessageContaining("ldaps://");
        assertThatThrownBy(() -> servers("ldap://192.0.2.7:389", false, null))
                .hasMessageContaining("in the clear");
        assertThatThrownBy(() -> servers(ldaps(), false, "no certificate at all"))
                .hasMessageContaining("cannot be read");
        assertThatThrownBy(() -> servers(ldaps(), false, "")).hasMessageContaining("certificate");
    }

    @Test
    void earnestsAccountMaySetPasswordsOfPeopleOnly() throws LDAPException {
        try (LDAPConnection connection = new LDAPConnection("127.0.0.1", ground.port("LDAP"))) {
            connection.bind(SERVICE, ground.secret("ldap-earnest"));
            for (String service : new String[] {"replica", "earnest"}) {
                for (String attribute : new String[] {"userPassword", "pwdReset"}) {
                    assertThatThrownBy(
                                    () ->
                                            connection.modify(
                                                    "cn=%s,ou=services,dc=brackwater,dc=example"
                                                            .formatted(service),
                                                    new Modification(
                                                            ModificationType.REPLACE,
                                                            attribute,
                                                            attribute.equals("pwdReset")
                                                                    ? "TRUE"
                                                                    : "Taken-Over-1234")))
                            .isInstanceOfSatisfying(
                                    LDAPException.class,
                                    e ->
                                            assertThat(e.getResultCode())
                                                    .isEqualTo(
                                                            ResultCode.INSUFFICIENT_ACCESS_RIGHTS));
                }
            }
        }
    }

    @Test
    void aServerThatSaysItIsBusyDidNothing() {
        LdapRefusals refusals = new LdapRefusals("nobody");
        for (ResultCode code :
                new ResultCode[] {
                    ResultCode.BUSY, ResultCode.UNAVAILABLE, ResultCode.UNWILLING_TO_PERFORM
                }) {
            assertThat(refusals.answered(new LDAPException(code, "no"))).as("" + code).isTrue();
        }
        for (ResultCode code :
                new ResultCode[] {
                    ResultCode.TIMEOUT, ResultCode.SERVER_DOWN, ResultCode.CONNECT_ERROR
                }) {
            assertThat(refusals.answered(new LDAPException(code, "no"))).as("" + code).isFalse();
        }
    }
}
