package earnest.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.core.record.Checkpoint;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.core.record.Tree;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyStore;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;

/** A receiver that takes syslog as the RFCs say has every seal, over TCP and over TLS. */
class SyslogWitnessTest {
    private static final char[] PASSWORD = "changeit".toCharArray();
    private static final KeyPair PAIR = SealingKeys.pair(new byte[32]);
    private static final SealKey KEY = SealKey.of("desk", PAIR.getPublic());

    @TempDir Path folder;

    private static Seal seal(long size) {
        return Seal.sign(
                new Checkpoint("desk", size, Tree.empty(), Instant.parse("2026-11-23T10:12:00.5Z")),
                KEY,
                PAIR.getPrivate());
    }

    /** Takes one connection and gives its messages (RFC 6587, section 3.4.1). */
    private static CompletableFuture<List<String>> receive(ServerSocket at) {
        return CompletableFuture.supplyAsync(
                () -> {
                    try (Socket socket = at.accept()) {
                        return frames(socket.getInputStream().readAllBytes());
                    } catch (IOException e) {
                        throw new IllegalStateException(e);
                    }
                });
    }

    private static List<String> frames(byte[] sent) throws IOException {
        List<String> frames = new ArrayList<>();
        DataInputStream in = new DataInputStream(new ByteArrayInputStream(sent));
        while (in.available() > 0) {
            StringBuilder count = new StringBuilder();
            for (char c = (char) in.readByte(); c != ' '; c = (char) in.readByte()) {
                count.append(c);
            }
            byte[] frame = new byte[Integer.parseInt(count.toString())];
            in.readFully(frame);
            frames.add(new String(frame, StandardCharsets.UTF_8));
        }
        return frames;
    }

    private static void holdsTheSeals(List<String> frames, List<Seal> seals) {
        assertThat(frames).hasSameSizeAs(seals);
        for (int i = 0; i < frames.size(); i++) {
            Matcher message =
                    Pattern.compile(
                                    "<110>1 2026-11-23T10:12:00\\.500Z \\S+ earnest - seal"
                                        + " \\[seal@32473 size=\"(\\d+)\" note=\"([^\"]+)\"] .*")
                            .matcher(frames.get(i));
            assertThat(message.matches()).as(frames.get(i)).isTrue();
            String note =
                    new String(
                            Base64.getDecoder().decode(message.group(2)), StandardCharsets.UTF_8);
            assertThat(Seal.read(note)).isEqualTo(seals.get(i));
            assertThat(Seal.read(note).signedBy(KEY)).isTrue();
        }
    }

    @Test
    void overTcp() throws Exception {
        try (ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            CompletableFuture<List<String>> received = receive(server);
            List<Seal> seals = List.of(seal(1), seal(7));
            new SyslogWitness(
                            new RecordProperties.Syslog(
                                    "localhost", server.getLocalPort(), false, null))
                    .tell(seals);
            holdsTheSeals(received.get(), seals);
        }
    }

    @Test
    void overTlsToTheReceiverThatIsTrusted() throws Exception {
        Path certificate = certificate("localhost");
        try (ServerSocket server = tls("localhost")) {
            CompletableFuture<List<String>> received = receive(server);
            List<Seal> seals = List.of(seal(3));
            witness(server, certificate).tell(seals);
            holdsTheSeals(received.get(), seals);
        }
    }

    @Test
    void aReceiverWithAnotherNameIsNotTold() throws Exception {
        Path certificate = certificate("elsewhere.example");
        try (ServerSocket server = tls("elsewhere.example")) {
            CompletableFuture<List<String>> received = receive(server);
            assertThatThrownBy(() -> witness(server, certificate).tell(List.of(seal(3))))
                    .isInstanceOf(IOException.class);
            assertThat(received.handle((frames, e) -> frames == null || frames.isEmpty()).get())
                    .isTrue();
        }
    }

    @Test
    void aReceiverThatIsAwayIsNamed() throws Exception {
        int port;
        try (ServerSocket gone = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = gone.getLocalPort();
        }
        assertThatThrownBy(
                        () ->
                                new SyslogWitness(
                                                new RecordProperties.Syslog(
                                                        "localhost", port, false, null))
                                        .tell(List.of(seal(1))))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("localhost:" + port);
    }

    private static SyslogWitness witness(ServerSocket server, Path certificate) {
        return new SyslogWitness(
                new RecordProperties.Syslog("localhost", server.getLocalPort(), true, certificate));
    }

    private void keytool(String... arguments) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "keytool").toString());
        command.addAll(List.of(arguments));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
    }

    private Path certificate(String host) throws IOException, InterruptedException {
        Path store = folder.resolve(host + ".p12");
        Path pem = folder.resolve(host + ".pem");
        keytool(
                "-genkeypair",
                "-alias",
                "syslog",
                "-keyalg",
                "EC",
                "-dname",
                "CN=" + host,
                "-ext",
                "san=dns:" + host,
                "-keystore",
                store.toString(),
                "-storetype",
                "PKCS12",
                "-storepass",
                new String(PASSWORD),
                "-validity",
                "2");
        keytool(
                "-exportcert",
                "-rfc",
                "-alias",
                "syslog",
                "-keystore",
                store.toString(),
                "-storepass",
                new String(PASSWORD),
                "-file",
                pem.toString());
        return pem;
    }

    private ServerSocket tls(String host) throws IOException, GeneralSecurityException {
        KeyStore store = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(folder.resolve(host + ".p12"))) {
            store.load(in, PASSWORD);
        }
        KeyManagerFactory keys =
                KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        keys.init(store, PASSWORD);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(keys.getKeyManagers(), null, null);
        return context.getServerSocketFactory()
                .createServerSocket(0, 1, InetAddress.getLoopbackAddress());
    }
}
