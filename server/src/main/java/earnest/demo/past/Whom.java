package earnest.demo.past;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Set;
import java.util.UUID;

/**
 * Somebody who called, with what proves them.
 *
 * @param device of their authenticator, or null
 */
record Whom(
        UUID id,
        String name,
        String account,
        Set<String> groups,
        List<Reached> contacts,
        @Nullable UUID device) {
    /**
     * A contact.
     *
     * @param path as evidence names it
     * @param words what it is
     * @param mobile whether a text reaches it
     */
    record Reached(
            UUID id,
            String path,
            String words,
            boolean telephone,
            boolean mobile,
            boolean ownMail) {}
}
