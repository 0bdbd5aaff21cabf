package earnest.systems.ldap;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

import java.util.List;
import java.util.Map;

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
     * @param atLeast least number of {@code lower, upper, digit, symbol}
     */
    record Password(
            int minLength,
            int maxLength,
            Map<String, Integer> atLeast,
            List<String> forbiddenWords,
            int minBits) {}

    @Override
    public String toString() {
        return "directory " + name;
    }
}
