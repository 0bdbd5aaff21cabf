package earnest.channels.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.channels.CarrierResult;
import earnest.core.passwords.Secret;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.UUID;

/** What a mail server answers decides whether a mail may be sent again. */
class MailCarrierTest {
    private final StringBuilder heard = new StringBuilder();

    /**
     * Takes one conversation; what it says to some command is told, to all else that it is well.
     */
    private CarrierResult sent(String command, String answer) throws IOException {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Thread server = Thread.ofVirtual().start(() -> serve(socket, command, answer));
            CarrierResult result = send(socket.getLocalPort(), "somebody@lagoon.example");
            server.interrupt();
            return result;
        }
    }

    private static CarrierResult send(int port, String to) {
        MailPlace place =
                new MailPlace(
                        URI.create("smtp://127.0.0.1:" + port),
                        "The desk <desk@brackwater.example>",
                        null,
                        null);
        try (Secret words = Secret.of("Your code is 123456. <b>& so on")) {
            return new MailCarrier(place, Clock.systemUTC())
                    .send(UUID.randomUUID(), to, "Your code", words);
        }
    }

    private void serve(ServerSocket socket, String command, String answer) {
        try (Socket line = socket.accept();
                BufferedReader in =
                        new BufferedReader(
                                new InputStreamReader(
                                        line.getInputStream(), StandardCharsets.UTF_8));
                OutputStream out = line.getOutputStream()) {
            say(out, "220 here");
            boolean text = false;
            for (String said = in.readLine(); said != null; said = in.readLine()) {
                heard.append(said).append('\n');
                if (text && !said.equals(".")) {
                    continue;
                }
                text = said.equals("DATA");
                if (said.startsWith(command)) {
                    if (answer.isEmpty()) {
                        return;
                    }
                    say(out, answer);
                    text = false;
                } else {
                    say(out, text ? "354 go on" : "250 well");
                }
            }
        } catch (IOException over) {
            heard.append("(over)\n");
        }
    }

    private static void say(OutputStream out, String words) throws IOException {
        out.write((words + "\r\n").getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }

    @Test
    void whatWasTakenIsTaken() throws IOException {
        assertThat(sent("none", "")).isEqualTo(new CarrierResult.Taken(false));
        assertThat(heard)
                .contains("EHLO brackwater.example")
                .contains("Auto-Submitted: auto-generated")
                .contains("Subject: Your code")
                .contains("multipart/alternative")
                .contains("Your code is 123456.")
                .contains("&lt;b&gt;&amp; so on");
    }

    @Test
    void noAnswerAfterTheTextIsUnclear() throws IOException {
        assertThat(sent(".", "")).isInstanceOf(CarrierResult.Unclear.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"MAIL", "RCPT", "DATA", "."})
    void noForNowIsTriedAgainAndNoForGoodIsNot(String command) throws IOException {
        assertThat(sent(command, "451 later"))
                .isEqualTo(
                        new CarrierResult.NotTaken(
                                "the mail server does not take it now (451)", false));
        assertThat(sent(command, "550 never"))
                .isEqualTo(new CarrierResult.NotTaken("the mail server refused it (550)", true));
    }

    @Test
    void whoIsNotReachedTookNothing() throws IOException {
        int nobody;
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            nobody = socket.getLocalPort();
        }
        assertThat(send(nobody, "somebody@lagoon.example"))
                .isEqualTo(new CarrierResult.NotTaken("the mail server cannot be reached", false));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"a@b\r\nBcc: c@d.example", "not one", "a@lagoon.example, b@lagoon.example"})
    void whatIsNoAddressIsNotSent(String address) {
        assertThat(send(1, address))
                .isEqualTo(
                        new CarrierResult.NotTaken("what is on record is no mail address", true));
    }

    @Test
    void beyondThisMachineNothingGoesInTheClear() {
        MailPlace far =
                new MailPlace(URI.create("smtp://mail.example:25"), "a@b.example", "u", "p");
        assertThat(far.properties()).containsEntry("mail.smtp.starttls.required", "true");
        assertThat(far.toString()).doesNotContain("p@").isEqualTo("smtp://mail.example:25");
        assertThatThrownBy(() -> new MailPlace(URI.create("http://x:1"), "a@b.example", null, null))
                .hasMessageContaining("smtp://host:port");
    }
}
