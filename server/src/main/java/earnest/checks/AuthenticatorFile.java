package earnest.checks;

import earnest.core.codes.Base32;
import earnest.core.passwords.Secret;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;

/**
 * Brings authenticators in that an organisation handed out: a line for each, with an account and a
 * key in base 32. Good lines are taken, and each that is not is named with what is wrong.
 */
@Component
class AuthenticatorFile {
    static final int MOST_ROWS = 5000;
    private static final Pattern HEADING = Pattern.compile("(?i)\\s*account\\s*[,;\\t].*");
    private static final int SHORTEST_KEY = 16;
    private static final int LONGEST_KEY = 64;

    private final People people;
    private final Enrolments enrolments;

    AuthenticatorFile(People people, Enrolments enrolments) {
        this.people = people;
        this.enrolments = enrolments;
    }

    /**
     * A line that was not taken.
     *
     * @param row from 1, as an editor counts lines
     */
    record Wrong(int row, String words) {}

    /** What came of a file. */
    record Came(int added, List<Wrong> wrong) {}

    Came bringIn(String text) {
        List<Wrong> wrong = new ArrayList<>();
        Map<UUID, byte[]> keys = new LinkedHashMap<>();
        String[] lines = text.split("\\R", -1);
        try {
            for (int i = 0; i < lines.length; i++) {
                boolean heading = i == 0 && HEADING.matcher(lines[i]).matches();
                if (!lines[i].isBlank() && !heading) {
                    int row = i + 1;
                    line(lines[i], keys).ifPresent(words -> wrong.add(new Wrong(row, words)));
                }
            }
            return new Came(keys.isEmpty() ? 0 : enrolments.enrol(keys), wrong);
        } finally {
            keys.values().forEach(key -> Arrays.fill(key, (byte) 0));
        }
    }

    /** What is wrong with a line; empty: nothing, and its key is with the others. */
    private Optional<String> line(String line, Map<UUID, byte[]> keys) {
        String[] fields = line.split("[,;\\t]");
        if (fields.length != 2) {
            return Optional.of("It needs an account and a key, with a comma between.");
        }
        Optional<People.Person> person = people.byAccount(fields[0].strip());
        if (person.isEmpty() || person.get().gone()) {
            return Optional.of("Nobody has the account " + fields[0].strip() + ".");
        }
        UUID id = person.get().id();
        if (keys.containsKey(id)) {
            return Optional.of("That account stands on another line, too.");
        }
        if (!enrolments.authenticators(id).isEmpty()) {
            return Optional.of("They have an authenticator already.");
        }
        byte[] key;
        try (Secret typed = Secret.of(fields[1].strip())) {
            key = Base32.read(typed);
        } catch (IllegalArgumentException none) {
            return Optional.of("The key is not in base 32.");
        }
        if (key.length < SHORTEST_KEY || key.length > LONGEST_KEY) {
            Arrays.fill(key, (byte) 0);
            return Optional.of(
                    "The key has %d to %d bytes, and this one has not."
                            .formatted(SHORTEST_KEY, LONGEST_KEY));
        }
        keys.put(id, key);
        return Optional.empty();
    }
}
