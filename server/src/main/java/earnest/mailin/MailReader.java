package earnest.mailin;

import jakarta.mail.Address;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeUtility;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Reads what of a mail counts. */
final class MailReader {
    private static final Set<String> BULK = Set.of("bulk", "junk", "list");
    private static final int MOST_ANSWERS = 20;
    private static final int LONGEST_ID = 250;
    private static final int DEEPEST = 8;

    private MailReader() {}

    /**
     * @param instead an id for a mail that has none
     */
    static IncomingMail read(Message mail, String instead) throws MessagingException, IOException {
        Parts parts = new Parts();
        gather(mail, parts, 0);
        String text =
                parts.plain != null
                        ? parts.plain
                        : parts.html == null ? "" : MailText.ofHtml(parts.html);
        String subject = mail.getSubject() == null ? "" : mail.getSubject();
        String id = first(mail, "Message-ID");
        Instant at =
                mail.getReceivedDate() == null ? Instant.EPOCH : mail.getReceivedDate().toInstant();
        return new IncomingMail(
                id == null || id.length() > LONGEST_ID ? instead : id.strip(),
                sender(mail),
                answers(mail),
                MailText.words(decoded(subject), text),
                byRobot(mail),
                parts.files,
                mail.isMimeType("multipart/report") ? Bounces.read(mail) : null,
                at);
    }

    private static String decoded(String subject) {
        try {
            return MimeUtility.decodeText(subject);
        } catch (java.io.UnsupportedEncodingException e) {
            return subject;
        }
    }

    private static String sender(Message mail) throws MessagingException {
        Address[] from = mail.getFrom();
        return from != null && from.length == 1 && from[0] instanceof InternetAddress one
                ? one.getAddress().toLowerCase(Locale.ROOT)
                : "";
    }

    /** RFC 5322, section 3.6.4: all of the thread, and last what it answers. */
    private static List<String> answers(Message mail) throws MessagingException {
        List<String> ids = new ArrayList<>();
        for (String header : new String[] {"References", "In-Reply-To"}) {
            String value = first(mail, header);
            if (value != null) {
                ids.addAll(
                        Arrays.stream(value.split("\\s+"))
                                .filter(id -> id.startsWith("<"))
                                .toList());
            }
        }
        return ids.subList(Math.max(0, ids.size() - MOST_ANSWERS), ids.size());
    }

    /** RFC 3834, section 2: what a machine sent is never answered. */
    private static boolean byRobot(Message mail) throws MessagingException {
        String auto = first(mail, "Auto-Submitted");
        String precedence = first(mail, "Precedence");
        String path = first(mail, "Return-Path");
        return (auto != null && !auto.strip().toLowerCase(Locale.ROOT).equals("no"))
                || (precedence != null
                        && BULK.contains(precedence.strip().toLowerCase(Locale.ROOT)))
                || first(mail, "List-Id") != null
                || (path != null && path.strip().equals("<>"))
                || mail.isMimeType("multipart/report");
    }

    private static @Nullable String first(Message mail, String header) throws MessagingException {
        String[] values = mail.getHeader(header);
        return values == null || values.length == 0 ? null : values[0];
    }

    private static final class Parts {
        @Nullable String plain;
        @Nullable String html;
        int files;
    }

    private static void gather(Part part, Parts parts, int depth)
            throws MessagingException, IOException {
        if (depth > DEEPEST) {
            return;
        }
        boolean file =
                Part.ATTACHMENT.equalsIgnoreCase(part.getDisposition())
                        || part.getFileName() != null;
        if (file) {
            parts.files++;
        } else if (part.isMimeType("text/plain")) {
            if (parts.plain == null && part.getContent() instanceof String text) {
                parts.plain = text;
            }
        } else if (part.isMimeType("text/html")) {
            if (parts.html == null && part.getContent() instanceof String text) {
                parts.html = text;
            }
        } else if (part.isMimeType("multipart/*") && part.getContent() instanceof Multipart many) {
            for (int i = 0; i < many.getCount(); i++) {
                gather(many.getBodyPart(i), parts, depth + 1);
            }
        }
    }
}
