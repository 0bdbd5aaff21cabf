package earnest.systems.ldap;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.validation.annotation.Validated;

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

    record Server(@NotBlank String name, @NotBlank String url) {}

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
