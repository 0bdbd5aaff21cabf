package earnest.systems.ldap;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * {@code earnest.directory}.
 *
 * @param servers the one that takes writes first
 * @param followers systems that take their passwords from the directory
 * @param whoHelps who can help where the desk cannot
 * @param password what the directory takes beside what it says itself
 */
@Validated
@ConfigurationProperties("earnest.directory")
record DirectoryProperties(
        @NotBlank String id,
        @NotBlank String name,
        @NotEmpty List<Server> servers,
        @NotBlank String bindDn,
        @NotBlank String bindPassword,
        @NotBlank String peopleBase,
        @NotBlank String groupsBase,
        @Nullable String policyDn,
        List<String> followers,
        @NotBlank String whoHelps,
        Password password) {

    /**
     * One server of the directory.
     *
     * @param url {@code ldaps://}, or {@code ldap://} with {@code startTls}; without either on
     *     loopback only
     * @param startTls whether the connection is secured before anything else is said (RFC 4511
     *     section 4.14); one that the server does not secure is given up
     * @param certificate a PEM file with the certificate that the server shows, or that of the
     *     authority which signed it: then nothing else is trusted; null for whom Java trusts
     */
    record Server(
            @NotBlank String name,
            @NotBlank String url,
            @DefaultValue("false") boolean startTls,
            @Nullable Path certificate) {}

    /**
     * A password's policy.
     *
     * @param allowed the characters that may occur; null for any
     * @param atLeast least number of {@code lower, upper, digit, symbol}
     * @param maxRun longest run of one character; 0 for no bound
     * @param ways how a temporary password may come about, by the names of {@link
     *     earnest.systems.Way}; where only {@code copied} is named, nobody at the desk sees one
     */
    record Password(
            int minLength,
            int maxLength,
            @Nullable String allowed,
            Map<String, Integer> atLeast,
            int classesAtLeast,
            int maxRun,
            List<String> forbiddenWords,
            @DefaultValue("true") boolean blocklist,
            int minBits,
            @NotEmpty Set<String> ways) {}

    @Override
    public String toString() {
        return "directory " + name;
    }
}
