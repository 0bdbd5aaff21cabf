package earnest.connectors.ldap;

import com.unboundid.util.StaticUtils;

import org.jspecify.annotations.Nullable;

import java.text.ParseException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;

/** Generalized time (RFC 4517, section 3.3.13). */
final class LdapTime {
    private static final DateTimeFormatter SECONDS =
            DateTimeFormatter.ofPattern("uuuuMMddHHmmss'Z'").withZone(ZoneOffset.UTC);

    private LdapTime() {}

    static @Nullable Instant parse(@Nullable String text) {
        if (text == null) {
            return null;
        }
        try {
            return StaticUtils.decodeGeneralizedTime(text).toInstant();
        } catch (ParseException e) {
            throw new IllegalArgumentException("the directory gave a time that is none", e);
        }
    }

    static String write(Instant at) {
        return SECONDS.format(at);
    }
}
