package earnest.audit;

import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;

/** A question in words, for the record; without names, which would have to be erasable. */
final class RecordFilterWords {
    private static final DateTimeFormatter MINUTES =
            DateTimeFormatter.ofPattern("d MMM uuuu HH:mm 'UTC'").withZone(ZoneOffset.UTC);

    private RecordFilterWords() {}

    static String of(RecordFilter question) {
        List<String> words = new ArrayList<>();
        if (question.person() != null) {
            words.add("about one person");
        }
        if (question.analyst() != null) {
            words.add("by one analyst");
        }
        if (question.kind() != null) {
            words.add("of “" + question.kind() + "”");
        }
        if (question.since() != null) {
            words.add("since " + MINUTES.format(question.since()));
        }
        if (question.until() != null) {
            words.add("until " + MINUTES.format(question.until()));
        }
        if (question.ticket() != null) {
            words.add("on T-" + question.ticket());
        }
        return String.join(" ", words);
    }
}
