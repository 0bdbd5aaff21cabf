package earnest.channels.mail;

import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.net.URI;
import java.util.Properties;
import java.util.Set;

/**
 * {@code earnest.mail}: the server that takes mail.
 *
 * @param url {@code smtp://host:port}, which must offer STARTTLS (RFC 3207) unless it is on this
 *     machine, or {@code smtps://host:port}
 * @param from who it comes from, with or without a name (RFC 5322, section 3.4)
 * @param user to sign in with, or null
 * @param password to sign in with, or null
 */
@Validated
@ConfigurationProperties("earnest.mail")
record MailPlace(
        @NotNull URI url, @NotBlank String from, @Nullable String user, @Nullable String password) {
    private static final Set<String> HERE = Set.of("127.0.0.1", "localhost", "[::1]");
    private static final String DEADLINE_MS = "5000";

    MailPlace {
        if (!Set.of("smtp", "smtps").contains(url.getScheme()) || url.getPort() < 0) {
            throw new IllegalArgumentException(
                    "earnest.mail.url must be smtp://host:port or smtps://host:port");
        }
    }

    InternetAddress sender() {
        try {
            return new InternetAddress(from, true);
        } catch (AddressException e) {
            throw new IllegalArgumentException("earnest.mail.from is no mail address", e);
        }
    }

    /** Behind the sign in the sender's address. */
    String domain() {
        String address = sender().getAddress();
        return address.substring(address.lastIndexOf('@') + 1);
    }

    /** What Jakarta Mail is told; without deadlines it would wait for ever. */
    Properties properties() {
        String scheme = url.getScheme();
        String prefix = "mail." + scheme + ".";
        Properties properties = new Properties();
        properties.put(prefix + "connectiontimeout", DEADLINE_MS);
        properties.put(prefix + "timeout", DEADLINE_MS);
        properties.put(prefix + "writetimeout", DEADLINE_MS);
        // Who says hello; else it would be looked up, which takes long where nobody knows.
        properties.put(prefix + "localhost", domain());
        properties.put(prefix + "ssl.checkserveridentity", "true");
        boolean clear = HERE.contains(url.getHost());
        properties.put(prefix + "starttls.enable", "true");
        properties.put(prefix + "starttls.required", String.valueOf(!clear));
        properties.put(prefix + "auth", String.valueOf(user != null));
        // Quitting is a courtesy that is not waited for.
        properties.put(prefix + "quitwait", "false");
        return properties;
    }

    @Override
    public String toString() {
        return url.toString();
    }
}
