package earnest.standins.mail;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;

/**
 * A mail as a person sees it.
 *
 * @param text its plain part, or null
 * @param html its HTML part, or null
 */
public record Mail(
        String id,
        String to,
        String from,
        String subject,
        @Nullable String text,
        @Nullable String html,
        Instant at,
        boolean byMachine) {
    static Mail of(MimeMessage message, String to) {
        try {
            InternetAddress from = (InternetAddress) message.getFrom()[0];
            String name = from.getPersonal();
            return new Mail(
                    message.getMessageID(),
                    to,
                    (name == null ? "" : name + " ") + "<" + from.getAddress() + ">",
                    MimeUtility.decodeText(message.getSubject()),
                    part(message, "text/plain"),
                    part(message, "text/html"),
                    message.getSentDate().toInstant(),
                    message.getHeader("Auto-Submitted") != null);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (MessagingException e) {
            throw new IllegalStateException(e);
        }
    }

    private static @Nullable String part(Part part, String type)
            throws MessagingException, IOException {
        if (part.isMimeType(type)) {
            return (String) part.getContent();
        }
        if (part.getContent() instanceof Multipart parts) {
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart within = parts.getBodyPart(i);
                String found = part(within, type);
                if (found != null) {
                    return found;
                }
            }
        }
        return null;
    }
}
