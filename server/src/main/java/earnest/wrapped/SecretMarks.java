package earnest.wrapped;

import earnest.core.passwords.Secret;
import earnest.ground.KeyedMarks;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Locale;
import java.util.UUID;

/**
 * By what a secret in force is known again in a text, also when it is nowhere in store any more: a
 * keyed mark of its letters and digits. A text is looked through at every place.
 */
@Component
class SecretMarks {
    private static final String PURPOSE = "secret in force";
    private final JdbcClient database;
    private final KeyedMarks marks;

    SecretMarks(JdbcClient database, KeyedMarks marks) {
        this.database = database;
        this.marks = marks;
    }

    private record Mark(int letters, String mark) {}

    void keep(UUID id, UUID ticket, UUID person, Secret secret) {
        Mark mark = secret.open(characters -> of(bare(new String(characters))));
        database.sql(
                        "insert into secret_mark (id, ticket_id, person_id, letters, mark) values"
                                + " (:id, :t, :p, :n, :m)")
                .param("id", id)
                .param("t", ticket)
                .param("p", person)
                .param("n", mark.letters)
                .param("m", mark.mark)
                .update();
    }

    private Mark of(String bare) {
        return new Mark(bare.length(), marks.of(PURPOSE, bare));
    }

    void forget(UUID id) {
        database.sql("delete from secret_mark where id = :id").param("id", id).update();
    }

    boolean anyIn(UUID ticket, @Nullable UUID person, String text) {
        List<Mark> known =
                database.sql(
                                "select letters, mark from secret_mark where ticket_id = :t or"
                                        + " person_id = :p")
                        .param("t", ticket)
                        .param("p", person)
                        .query((row, i) -> new Mark(row.getInt(1), row.getString(2)))
                        .list();
        String bare = bare(text);
        return known.stream().anyMatch(mark -> isIn(bare, mark));
    }

    private boolean isIn(String bare, Mark mark) {
        for (int i = 0; mark.letters > 0 && i + mark.letters <= bare.length(); i++) {
            if (of(bare.substring(i, i + mark.letters)).mark.equals(mark.mark)) {
                return true;
            }
        }
        return false;
    }

    private static String bare(String text) {
        return text.replaceAll("[^\\p{L}\\p{N}]", "").toLowerCase(Locale.ROOT);
    }
}
