package earnest.channels.mail;

import jakarta.activation.DataHandler;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * One text as plain and as HTML part (RFC 2046, section 5.1.4). It may hold a secret, so it is held
 * in bytes that are wiped.
 */
final class MailBody implements AutoCloseable {
    private final byte[] plain;
    private final byte[] html;

    MailBody(char[] words) {
        plain = bytes(CharBuffer.wrap(words));
        StringBuilder page = new StringBuilder(words.length * 2 + 400);
        page.append(
                "<!doctype html><html lang=\"en\"><body style=\"margin:0;padding:24px;"
                        + "background:#eef2ee;color:#15233f;font:16px/1.5 sans-serif\">"
                        + "<p style=\"max-width:34em;margin:0\">");
        int at = 0;
        while (at < words.length) {
            int end = address(words, at);
            if (end > at) {
                page.append("<a href=\"");
                escaped(page, words, at, end);
                page.append("\">");
                escaped(page, words, at, end);
                page.append("</a>");
                at = end;
            } else {
                escaped(page, words, at, at + 1);
                at++;
            }
        }
        page.append("</p></body></html>");
        html = bytes(CharBuffer.wrap(page));
        for (int i = 0; i < page.length(); i++) {
            page.setCharAt(i, ' ');
        }
    }

    /** Where an address that begins here ends; here, if none begins. */
    private static int address(char[] words, int at) {
        boolean begins = at == 0 || Character.isWhitespace(words[at - 1]);
        if (!begins || !(is(words, at, "http://") || is(words, at, "https://"))) {
            return at;
        }
        int end = at;
        while (end < words.length && !Character.isWhitespace(words[end])) {
            end++;
        }
        return end;
    }

    private static boolean is(char[] words, int at, String what) {
        return at + what.length() <= words.length
                && CharBuffer.wrap(words, at, what.length()).compareTo(CharBuffer.wrap(what)) == 0;
    }

    private static void escaped(StringBuilder page, char[] words, int from, int to) {
        for (int i = from; i < to; i++) {
            switch (words[i]) {
                case '<' -> page.append("&lt;");
                case '>' -> page.append("&gt;");
                case '&' -> page.append("&amp;");
                case '"' -> page.append("&quot;");
                case '\n' -> page.append("<br>");
                default -> page.append(words[i]);
            }
        }
    }

    private static byte[] bytes(CharBuffer words) {
        ByteBuffer encoded = StandardCharsets.UTF_8.encode(words);
        byte[] bytes = new byte[encoded.remaining()];
        encoded.get(bytes);
        Arrays.fill(encoded.array(), (byte) 0);
        return bytes;
    }

    Multipart parts() throws MessagingException {
        return new MimeMultipart("alternative", part(plain, "plain"), part(html, "html"));
    }

    private static BodyPart part(byte[] bytes, String kind) throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setDataHandler(
                new DataHandler(
                        new ByteArrayDataSource(bytes, "text/" + kind + "; charset=utf-8")));
        return part;
    }

    @Override
    public void close() {
        Arrays.fill(plain, (byte) 0);
        Arrays.fill(html, (byte) 0);
    }
}
