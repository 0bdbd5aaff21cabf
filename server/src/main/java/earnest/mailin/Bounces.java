package earnest.mailin;

import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;

import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads delivery status notifications (RFC 3464): which mail could not be delivered, and why. */
final class Bounces {
    private static final int MOST_BYTES = 32 * 1024;
    private static final Pattern FAILED = Pattern.compile("(?im)^Action:\\s*failed\\s*$");
    private static final Pattern STATUS =
            Pattern.compile("(?im)^Status:\\s*([245]\\.\\d{1,3}\\.\\d{1,3})");
    private static final Pattern ORIGINAL =
            Pattern.compile("(?im)^Message-ID:\\s*(<[^<>\\s]{1,240}>)");

    private Bounces() {}

    /** Null where it says nothing of a mail that failed for good. */
    static IncomingMail.@Nullable CameBack read(Message report)
            throws MessagingException, IOException {
        if (!(report.getContent() instanceof Multipart parts)) {
            return null;
        }
        String status = null;
        String original = null;
        for (int i = 0; i < parts.getCount(); i++) {
            Part part = parts.getBodyPart(i);
            if (part.isMimeType("message/delivery-status")) {
                status = failed(text(part));
            } else if (part.isMimeType("message/rfc822")
                    || part.isMimeType("text/rfc822-headers")) {
                original = first(ORIGINAL, text(part));
            }
        }
        return status == null || original == null
                ? null
                : new IncomingMail.CameBack(original, status);
    }

    private static @Nullable String failed(String status) {
        return FAILED.matcher(status).find() ? first(STATUS, status) : null;
    }

    private static @Nullable String first(Pattern pattern, String text) {
        Matcher found = pattern.matcher(text);
        return found.find() ? found.group(1) : null;
    }

    private static String text(Part part) throws MessagingException, IOException {
        try (var in = part.getInputStream()) {
            return new String(in.readNBytes(MOST_BYTES), StandardCharsets.UTF_8);
        }
    }
}
