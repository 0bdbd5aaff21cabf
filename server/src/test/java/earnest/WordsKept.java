package earnest;

import java.util.List;
import java.util.Set;

/** Looks for words in every column of every table. */
public final class WordsKept {
    /** What the directory says of people; it goes with the person from the directory. */
    private static final Set<String> FROM_THE_DIRECTORY =
            Set.of(
                    "person",
                    "person_key",
                    "name_near",
                    "person_fact",
                    "person_entry",
                    "person_group",
                    "contact",
                    "account",
                    "account_copy");

    /** Limits on guesses, which end within the day. */
    private static final String LIMITS = "guess_limit";

    private WordsKept() {}

    /** The columns that hold the words, such as {@code ticket.summary}. */
    public static List<String> where(App app, String words) {
        return app
                .database()
                .sql(
                        "select table_name, column_name from information_schema.columns where"
                                + " table_schema = database() and data_type in ('char', 'varchar',"
                                + " 'text', 'mediumtext', 'longtext')")
                .query((row, i) -> List.of(row.getString(1), row.getString(2)))
                .list()
                .stream()
                .filter(c -> !FROM_THE_DIRECTORY.contains(c.getFirst()))
                .filter(c -> !c.getFirst().equals(LIMITS))
                .filter(c -> holds(app, c.getFirst(), c.getLast(), words))
                .map(c -> String.join(".", c))
                .toList();
    }

    private static boolean holds(App app, String table, String column, String words) {
        return app.database()
                        .sql(
                                ("select count(*) from `%s` where instr(convert(`%s` using"
                                                + " utf8mb4), :words) > 0")
                                        .formatted(table, column))
                        .param("words", words)
                        .query(Long.class)
                        .single()
                > 0;
    }
}
