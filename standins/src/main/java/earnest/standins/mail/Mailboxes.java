package earnest.standins.mail;

import com.icegreen.greenmail.util.GreenMail;
import com.icegreen.greenmail.util.ServerSetup;

import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;

import tools.jackson.databind.JsonNode;

import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Date;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Stream;

/**
 * Takes mail over SMTP for whatever address, gives it out over IMAP (user and password are the
 * address), and shows it to the pockets and as JSON.
 */
public final class Mailboxes {
    private static final String HERE = "127.0.0.1";
    private static final String DESK = "desk@brackwater.example";

    /** How it behaves, so that a demo or a test can see what happens then. */
    private enum Mode {
        UP,
        /** Nobody listens. */
        DOWN
    }

    private final int smtp;
    private final int imap;

    /** What came before the server was last down. */
    private final List<MimeMessage> kept = new CopyOnWriteArrayList<>();

    private volatile GreenMail server;
    private volatile Mode mode = Mode.UP;

    public Mailboxes(int smtp, int imap) {
        this.smtp = smtp;
        this.imap = imap;
        this.server = started();
        Thread.ofVirtual().start(new Bouncer(smtp, DESK, this::received));
    }

    /** All that came since it was last started; none while it is down. */
    private List<MimeMessage> received() {
        return mode == Mode.DOWN ? List.of() : List.of(server.getReceivedMessages());
    }

    private GreenMail started() {
        GreenMail fresh =
                new GreenMail(
                        new ServerSetup[] {
                            new ServerSetup(smtp, HERE, ServerSetup.PROTOCOL_SMTP),
                            new ServerSetup(imap, HERE, ServerSetup.PROTOCOL_IMAP)
                        });
        fresh.start();
        // Whoever watches it may come before the first mail.
        fresh.setUser(DESK, DESK, DESK);
        return fresh;
    }

    public void serve(Server http) {
        http.on("GET", "/api/mail", this::list);
        http.on("POST", "/api/mail/mode", this::setMode);
        http.on("POST", "/api/mail", this::write);
    }

    /** What came for an address, oldest first. */
    public List<Mail> at(String address) {
        return Stream.concat(
                        kept.stream(),
                        mode == Mode.DOWN
                                ? Stream.empty()
                                : Arrays.stream(server.getReceivedMessages()))
                .filter(message -> isTo(message, address))
                .map(message -> Mail.of(message, address))
                .toList();
    }

    private static boolean isTo(MimeMessage message, String address) {
        try {
            return Arrays.stream(message.getAllRecipients())
                    .anyMatch(
                            to ->
                                    to instanceof InternetAddress mailbox
                                            && mailbox.getAddress().equalsIgnoreCase(address));
        } catch (MessagingException e) {
            return false;
        }
    }

    /** {@code ?to=} an address. */
    private Object list(Request request) {
        if (!request.query().startsWith("to=")) {
            throw new Refused(422, "say whose mail: ?to=somebody@lagoon.example");
        }
        return at(URLDecoder.decode(request.query().substring(3), StandardCharsets.UTF_8));
    }

    /**
     * Somebody writes a mail: {@code from, to, subject, text}, and {@code headers} as they are; a
     * {@code file} hangs on it.
     */
    private Object write(Request request) throws IOException {
        JsonNode wanted = request.json();
        if (mode == Mode.DOWN) {
            throw new Refused(503, "the mail server is down");
        }
        Properties properties = new Properties();
        properties.put("mail.smtp.host", HERE);
        properties.put("mail.smtp.port", String.valueOf(smtp));
        properties.put("mail.smtp.localhost", "pocket.example");
        MimeMessage mail = new MimeMessage(Session.getInstance(properties));
        try {
            mail.setFrom(new InternetAddress(wanted.path("from").asString(""), true));
            mail.setRecipient(
                    Message.RecipientType.TO,
                    new InternetAddress(wanted.path("to").asString(DESK), true));
            mail.setSubject(wanted.path("subject").asString(""), "utf-8");
            mail.setSentDate(new Date());
            body(mail, wanted);
            mail.saveChanges();
            for (Map.Entry<String, JsonNode> header : wanted.path("headers").properties()) {
                mail.setHeader(header.getKey(), header.getValue().asString());
            }
            // Not Transport.send, which would give it an id of its own.
            try (Transport transport = mail.getSession().getTransport("smtp")) {
                transport.connect();
                transport.sendMessage(mail, mail.getAllRecipients());
            }
            return Map.of("id", mail.getMessageID());
        } catch (MessagingException e) {
            throw new Refused(422, "that mail cannot be sent: " + e.getMessage());
        }
    }

    private static void body(MimeMessage mail, JsonNode wanted) throws MessagingException {
        String text = wanted.path("text").asString("");
        if (!wanted.has("file")) {
            mail.setText(text, "utf-8");
            return;
        }
        MimeBodyPart words = new MimeBodyPart();
        words.setText(text, "utf-8");
        MimeBodyPart file = new MimeBodyPart();
        file.setText("what nobody reads", "utf-8");
        file.setFileName(wanted.path("file").asString());
        mail.setContent(new MimeMultipart(words, file));
    }

    private synchronized Object setMode(Request request) throws IOException {
        String wanted = request.json().path("mode").asString("").toUpperCase(Locale.ROOT);
        if (Arrays.stream(Mode.values()).noneMatch(known -> known.name().equals(wanted))) {
            throw new Refused(422, "mode must be up or down");
        }
        Mode next = Mode.valueOf(wanted);
        if (next != mode) {
            if (next == Mode.DOWN) {
                List<MimeMessage> before = List.of(server.getReceivedMessages());
                mode = next;
                kept.addAll(before);
                server.stop();
            } else {
                server = started();
                mode = next;
            }
        }
        return Map.of("mode", mode);
    }
}
