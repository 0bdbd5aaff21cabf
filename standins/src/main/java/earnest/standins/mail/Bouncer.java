package earnest.standins.mail;

import jakarta.mail.Address;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import java.util.function.Supplier;

/**
 * What goes to {@code bounce…@lagoon.example} comes back: the sender gets a delivery status
 * notification (RFC 3464), as from a mail server that found nobody there.
 */
final class Bouncer implements Runnable {
    private static final long LOOKS_EVERY_MS = 700;
    private static final String BOUNDARY = "=_bounced";

    private final int smtp;
    private final String sender;
    private final Supplier<List<MimeMessage>> received;
    private final Set<String> reported = new HashSet<>();
    private int looked;

    Bouncer(int smtp, String sender, Supplier<List<MimeMessage>> received) {
        this.smtp = smtp;
        this.sender = sender;
        this.received = received;
    }

    @Override
    public void run() {
        while (!Thread.currentThread().isInterrupted()) {
            try {
                List<MimeMessage> all = received.get();
                // Fewer than before: it was started anew.
                all.subList(Math.min(looked, all.size()), all.size()).forEach(this::look);
                looked = all.size();
                Thread.sleep(LOOKS_EVERY_MS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            } catch (RuntimeException e) {
                // The mail server is going down or coming up: look again.
                System.err.println("mail that bounces was not looked at: " + e.getMessage());
            }
        }
    }

    private void look(MimeMessage mail) {
        try {
            for (Address to : mail.getAllRecipients()) {
                String address = to instanceof InternetAddress one ? one.getAddress() : "";
                if (address.matches("bounce[^@]*@lagoon\\.example")
                        && reported.add(mail.getMessageID())) {
                    report(mail.getMessageID(), address);
                }
            }
        } catch (MessagingException e) {
            throw new IllegalStateException(e);
        }
    }

    private void report(String original, String address) throws MessagingException {
        Properties properties = new Properties();
        properties.put("mail.smtp.host", "127.0.0.1");
        properties.put("mail.smtp.port", String.valueOf(smtp));
        // A real one would send it from nobody; this mail server takes nothing from nobody.
        properties.put("mail.smtp.from", "postmaster@lagoon.example");
        String raw =
                """
                From: Mail delivery <postmaster@lagoon.example>
                To: %s
                Subject: Undelivered mail
                Auto-Submitted: auto-replied
                MIME-Version: 1.0
                Content-Type: multipart/report; report-type=delivery-status; boundary="%s"

                --%2$s
                Content-Type: text/plain; charset=utf-8

                There is nobody at %s here.

                --%2$s
                Content-Type: message/delivery-status

                Reporting-MTA: dns; mail.lagoon.example

                Final-Recipient: rfc822; %3$s
                Action: failed
                Status: 5.1.1

                --%2$s
                Content-Type: text/rfc822-headers

                Message-ID: %s

                --%2$s--
                """
                        .formatted(sender, BOUNDARY, address, original)
                        .replace("\n", "\r\n");
        MimeMessage report =
                new MimeMessage(
                        Session.getInstance(properties),
                        new ByteArrayInputStream(raw.getBytes(StandardCharsets.UTF_8)));
        try (Transport transport = report.getSession().getTransport("smtp")) {
            transport.connect();
            transport.sendMessage(report, new Address[] {new InternetAddress(sender)});
        }
    }
}
