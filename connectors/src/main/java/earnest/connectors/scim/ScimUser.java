package earnest.connectors.scim;

import earnest.connectors.AccountSource;
import earnest.connectors.AccountState;
import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** A user as a service shows it (RFC 7643 section 4.1). */
final class ScimUser {
    private final Map<String, Object> values;
    private final ScimSettings settings;

    ScimUser(Map<String, Object> values, ScimSettings settings) {
        this.values = values;
        this.settings = settings;
    }

    /** Its version (RFC 7643 section 3.1), or null where the service has none. */
    @Nullable String version() {
        return values.get("meta") instanceof Map<?, ?> meta
                        && meta.get("version") instanceof String version
                ? version
                : null;
    }

    @Nullable String id() {
        return values.get("id") instanceof String id ? id : null;
    }

    boolean active() {
        Object active = values.get("active");
        return active == null || isTrue(active);
    }

    /** What Earnest knows of an account; null where it is not one. */
    AccountSource.@Nullable Read read() {
        String id = id();
        if (id == null || !(values.get("userName") instanceof String name)) {
            return null;
        }
        Set<AccountSource.Key> mails = new HashSet<>();
        List<Object> all = Json.list(values.get("emails"));
        for (Object one : all == null ? List.of() : all) {
            if (one instanceof Map<?, ?> mail && mail.get("value") instanceof String address) {
                mails.add(
                        new AccountSource.Key(
                                AccountSource.Key.Kind.MAIL, address.toLowerCase(Locale.ROOT)));
            }
        }
        return new AccountSource.Read(id, name, id, mails);
    }

    AccountState state() {
        boolean isLocked = settings.locked() != null && isTrue(value(settings.locked()));
        Instant since = isLocked ? instant(settings.lockedSince()) : null;
        Instant lastSet = instant(settings.passwordSet());
        boolean mustChange = settings.mustChange() != null && isTrue(value(settings.mustChange()));
        return new AccountState(
                isLocked ? (since == null ? lastModified() : since) : null,
                !active(),
                mustChange,
                lastSet,
                null,
                null,
                instant(settings.lastSignIn()),
                new ScimMark(isLocked, lastSet, mustChange).text());
    }

    private Instant lastModified() {
        Object at = values.get("meta") instanceof Map<?, ?> meta ? meta.get("lastModified") : null;
        Instant read = instant(at);
        return read == null ? Instant.EPOCH : read;
    }

    private @Nullable Object value(ScimSettings.@Nullable Attribute attribute) {
        return attribute != null && values.get(attribute.schema()) instanceof Map<?, ?> extension
                ? extension.get(attribute.name())
                : null;
    }

    private @Nullable Instant instant(ScimSettings.@Nullable Attribute attribute) {
        return instant(value(attribute));
    }

    private static @Nullable Instant instant(@Nullable Object value) {
        try {
            return value instanceof String text ? OffsetDateTime.parse(text).toInstant() : null;
        } catch (DateTimeException e) {
            return null;
        }
    }

    /** Some services send truth as text. */
    private static boolean isTrue(@Nullable Object value) {
        return Boolean.TRUE.equals(value)
                || value instanceof String text && text.equalsIgnoreCase("true");
    }
}
