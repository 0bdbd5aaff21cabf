package earnest.connectors.scim;

import earnest.connectors.Loopback;
import earnest.connectors.Operation;
import earnest.connectors.PinnedCertificates;
import earnest.core.json.BadField;
import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.net.URI;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Settings of a service. SCIM itself knows neither locks nor passwords that must be changed: where
 * a service has them, it has them in attributes of its own, which are named here in full ({@code
 * urn:…:User:attribute}, RFC 7643 section 3.10).
 *
 * @param url where the service begins, without {@code /Users}
 * @param certificate in PEM, what the service must show; null for whom Java trusts
 * @param locked true while it is locked after too many wrong passwords; null where it has none
 * @param lockedSince when it was locked, or null
 * @param mustChange true while the password must be changed at sign-in; null where it has none
 * @param passwordSet when the password was set last; null where it does not say
 * @param lastSignIn when somebody signed in last; null where it does not say
 * @param trialAccount userName of an account that is nobody's, on which writing is tested, or null
 */
record ScimSettings(
        URI url,
        @Nullable String certificate,
        @Nullable Attribute locked,
        @Nullable Attribute lockedSince,
        @Nullable Attribute mustChange,
        @Nullable Attribute passwordSet,
        @Nullable Attribute lastSignIn,
        @Nullable String trialAccount) {
    /**
     * An attribute of an extension.
     *
     * @param schema its URN
     */
    record Attribute(String schema, String name) {
        private static Attribute read(String field, String written) {
            int colon = written.lastIndexOf(':');
            if (!written.startsWith("urn:") || colon < 5 || colon == written.length() - 1) {
                throw new BadField(
                        field, "must be an attribute in full, such as urn:…:User:locked");
            }
            return new Attribute(written.substring(0, colon), written.substring(colon + 1));
        }

        /** As a path of RFC 7644 section 3.10. */
        String path() {
            return schema + ":" + name;
        }
    }

    /**
     * Reads settings.
     *
     * @throws BadField naming the setting that is wrong
     */
    static ScimSettings read(Fields fields) {
        ScimSettings settings =
                new ScimSettings(
                        url(fields),
                        fields.textOrNull("certificate"),
                        attribute(fields, "locked"),
                        attribute(fields, "lockedSince"),
                        attribute(fields, "mustChange"),
                        attribute(fields, "passwordSet"),
                        attribute(fields, "lastSignIn"),
                        fields.lineOrNull("trialAccount"));
        fields.noOthers();
        try {
            PinnedCertificates.context(settings.certificate);
        } catch (IllegalArgumentException e) {
            throw new BadField(fields.name("certificate"), String.valueOf(e.getMessage()));
        }
        return settings;
    }

    private static @Nullable Attribute attribute(Fields fields, String field) {
        String written = fields.lineOrNull(field);
        return written == null ? null : Attribute.read(fields.name(field), written);
    }

    private static URI url(Fields fields) {
        String written = fields.line("url");
        URI url;
        try {
            url =
                    URI.create(
                            written.endsWith("/")
                                    ? written.substring(0, written.length() - 1)
                                    : written);
        } catch (IllegalArgumentException e) {
            throw new BadField(fields.name("url"), "is no address");
        }
        boolean plain = "http".equals(url.getScheme()) && Loopback.is(url.getHost());
        if (!plain && !"https".equals(url.getScheme())) {
            throw new BadField(
                    fields.name("url"), "it would be told passwords in the clear: use https://");
        }
        if (url.getHost() == null || url.getUserInfo() != null || url.getQuery() != null) {
            throw new BadField(
                    fields.name("url"), "must be https://, a host, and where the service begins");
        }
        return url;
    }

    /** The attributes that none of these users shows, of those that everybody has. */
    List<String> missing(List<Map<String, Object>> users) {
        List<String> missing = new ArrayList<>();
        for (Attribute attribute : Arrays.asList(locked, mustChange, passwordSet)) {
            if (attribute != null
                    && users.stream()
                            .noneMatch(
                                    user ->
                                            user.get(attribute.schema()) instanceof Map<?, ?> own
                                                    && own.containsKey(attribute.name()))) {
                missing.add(attribute.path());
            }
        }
        return missing;
    }

    /** What the service's own attributes let Earnest do. */
    Set<Operation> operations() {
        Set<Operation> operations = EnumSet.noneOf(Operation.class);
        if (locked != null) {
            operations.add(Operation.UNLOCK);
        }
        // Without both nobody could tell whether a temporary password is still unused.
        if (mustChange != null && passwordSet != null) {
            operations.add(Operation.SET_TEMPORARY);
            operations.add(Operation.REPLACE_UNUSED);
            operations.add(Operation.SET_OWN);
        }
        return operations;
    }
}
