package earnest.connectors.database;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.HexFormat;

/**
 * Whom the server knows: the same name from another host is somebody else.
 *
 * @param host a pattern of the server's, such as {@code %}
 */
record UserName(String user, String host) {
    private static final int LONGEST = 128;

    /** What {@link #place} wrote; a host never holds an at sign. */
    static UserName read(String place) {
        int at = place.lastIndexOf('@');
        return at < 0
                ? new UserName(place, "%")
                : new UserName(place.substring(0, at), place.substring(at + 1));
    }

    String place() {
        return user + "@" + host;
    }

    /** By which the server knows it for ever: it has nothing else, and a renamed one is another. */
    String id() {
        String place = place();
        return place.length() <= LONGEST ? place : digest(place);
    }

    /** As statements name it. */
    String quoted() {
        return quoted(user) + "@" + quoted(host);
    }

    /**
     * A text in a statement, whatever is in it: within quotes only the quote itself means something
     * there, since {@link DatabaseServers} takes their meaning from backslashes.
     */
    static String quoted(CharSequence text) {
        return "'" + text.toString().replace("'", "''") + "'";
    }

    private static String digest(String text) {
        try {
            return HexFormat.of()
                    .formatHex(
                            MessageDigest.getInstance("SHA-256")
                                    .digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("SHA-256 is missing from this Java", e);
        }
    }
}
