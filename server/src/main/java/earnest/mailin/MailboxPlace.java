package earnest.mailin;

import jakarta.validation.constraints.NotNull;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.net.URI;
import java.util.Properties;
import java.util.Set;

/**
 * {@code earnest.mailbox}: the mailbox that is watched. Without its address, none is.
 *
 * @param url {@code imap://host:port}, which must offer STARTTLS (RFC 9051, section 6.2.1) unless
 *     it is on this machine, or {@code imaps://host:port}; or null
 * @param user to sign in with
 * @param password to sign in with
 */
@Validated
@ConfigurationProperties("earnest.mailbox")
record MailboxPlace(@Nullable URI url, @Nullable String user, @Nullable String password) {
    private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");
    private static final String DEADLINE_MS = "10000";

    /** Longer than one idles: silence is no fault then. */
    private static final String SILENCE_MS = "60000";

    MailboxPlace {
        if (url != null
                && (!Set.of("imap", "imaps").contains(url.getScheme()) || url.getPort() < 0)) {
            throw new IllegalArgumentException(
                    "earnest.mailbox.url must be imap://host:port or imaps://host:port");
        }
    }

    /** What Jakarta Mail is told; without deadlines it would wait for ever. */
    static Properties properties(@NotNull URI url) {
        String prefix = "mail." + url.getScheme() + ".";
        Properties properties = new Properties();
        properties.put(prefix + "connectiontimeout", DEADLINE_MS);
        properties.put(prefix + "timeout", SILENCE_MS);
        properties.put(prefix + "writetimeout", DEADLINE_MS);
        properties.put(prefix + "ssl.checkserveridentity", "true");
        properties.put(prefix + "starttls.enable", "true");
        properties.put(prefix + "starttls.required", String.valueOf(!HERE.contains(url.getHost())));
        // Looking at a mail does not mark it as read: whoever else reads the mailbox sees it new.
        properties.put(prefix + "peek", "true");
        return properties;
    }

    @Override
    public String toString() {
        return String.valueOf(url);
    }
}
