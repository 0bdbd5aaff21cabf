package earnest.checks;

import earnest.access.SignedIn;
import earnest.channels.Telling;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Pattern;

/**
 * Brings in what an organisation handed out, a line for each. Good lines are taken, and each that
 * is not is named with what is wrong. What comes in is new, as if its person had set it up today:
 * else whoever writes the file could prove to be anybody. Each person is told.
 */
@Component
class FactorFile {
    static final int MOST_ROWS = 1000;
    private static final Pattern HEADING = Pattern.compile("(?i)\\s*account\\s*[,;\\t].*");

    private final People people;
    private final Telling telling;
    private final TheRecord record;

    FactorFile(People people, Telling telling, TheRecord record) {
        this.people = people;
        this.telling = telling;
        this.record = record;
    }

    /**
     * A line that was not taken.
     *
     * @param row from 1, as an editor counts lines
     */
    record Wrong(int row, String words) {}

    /** What came of a file. */
    record Came(int added, List<Wrong> wrong) {}

    /** In the present transaction. */
    Came bringIn(SignedIn me, FactorLine kind, String text) {
        List<Wrong> wrong = new ArrayList<>();
        Set<UUID> named = new HashSet<>();
        int added = 0;
        String[] lines = text.split("\\R", -1);
        for (int i = 0; i < lines.length; i++) {
            boolean heading = i == 0 && HEADING.matcher(lines[i]).matches();
            if (lines[i].isBlank() || heading) {
                continue;
            }
            int row = i + 1;
            Optional<String> trouble = line(me, kind, lines[i], named);
            trouble.ifPresent(words -> wrong.add(new Wrong(row, words)));
            added += trouble.isEmpty() ? 1 : 0;
        }
        return new Came(added, wrong);
    }

    /** What is wrong with a line; empty: nothing, and it was taken. */
    private Optional<String> line(SignedIn me, FactorLine kind, String line, Set<UUID> named) {
        List<String> fields = Arrays.stream(line.split("[,;\\t]")).map(String::strip).toList();
        if (fields.size() != kind.fields()) {
            return Optional.of(kind.shape());
        }
        Optional<People.Person> person = people.byAccount(fields.getFirst());
        if (person.isEmpty() || person.get().gone()) {
            return Optional.of("Nobody has the account " + fields.getFirst() + ".");
        }
        if (person.get().account().equalsIgnoreCase(me.ownAccount())) {
            return Optional.of("That is you. What proves you, you set up on your own page.");
        }
        if (!named.add(person.get().id())) {
            return Optional.of("That account stands on another line, too.");
        }
        FactorLine.Read read = kind.take(person.get(), fields.subList(1, fields.size()));
        if (read.factor() != null) {
            tell(me, person.get(), read.factor(), kind);
        }
        return read.wrong();
    }

    private void tell(SignedIn me, People.Person person, UUID factor, FactorLine kind) {
        record.append(
                Entry.by(EntryKind.FACTOR_HANDED_OUT, me.id(), me.name())
                        .person(person.id(), person.name())
                        .data("factor", factor.toString())
                        .data("what", kind.one()));
        telling.everywhere(HandedOutText.OCCASION, factor, null, person.id());
    }
}
