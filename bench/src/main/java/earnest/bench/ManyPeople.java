package earnest.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.UUID;

/** Puts invented people into the copy, in the form in which the directory's are kept. */
final class ManyPeople {
    private static final String[] SYLLABLES = {
        "ba", "ko", "ri", "sel", "mun", "ta", "ver", "lin", "dor", "ash", "ek", "ow", "na", "ghi",
        "fel", "jor", "um", "ped", "sti", "qua", "lo", "wen", "bri", "zan"
    };
    private static final int BATCH = 2_000;
    private final Random random = new Random(7);
    private final List<String[]> names = new ArrayList<>();
    private final Set<String> words = new HashSet<>();

    /** Given and family names that were put in, for typing. */
    List<String[]> names() {
        return names;
    }

    /** Into a database of today. */
    void add(Connection database, int people) throws SQLException {
        add(
                database,
                people,
                "insert ignore into person_key (kind, word, person_id, name, account, title, place,"
                        + " folded) values (?,?,?,?,?,'Deckhand','MV Knot, Oxney',?)",
                "insert ignore into name_near (near, word) values (?,?)");
    }

    /** Into the frozen database. */
    void addFrozen(Connection database, int people) throws SQLException {
        add(
                database,
                people,
                "insert ignore into person_token (token, person_id) values (?,?)",
                "insert ignore into person_near (near, person_id) values (?,?)");
    }

    private void add(Connection database, int people, String found, String close)
            throws SQLException {
        boolean frozen = found.contains("person_token");
        database.setAutoCommit(false);
        try (PreparedStatement person =
                        database.prepareStatement(
                                "insert into person (id, account, name, given, family,"
                                    + " folded_given, folded_family, title, vessel, port) values"
                                    + " (?,?,?,?,?,?,?,'Deckhand','MV Knot','Oxney')");
                PreparedStatement key = database.prepareStatement(found);
                PreparedStatement near = database.prepareStatement(close)) {
            for (int i = 0; i < people; i++) {
                one(i, frozen, person, key, near);
                if (i % BATCH == BATCH - 1 || i == people - 1) {
                    person.executeBatch();
                    key.executeBatch();
                    near.executeBatch();
                    database.commit();
                }
            }
        }
        database.setAutoCommit(true);
    }

    private void one(
            int i,
            boolean frozen,
            PreparedStatement person,
            PreparedStatement key,
            PreparedStatement near)
            throws SQLException {
        String id =
                UUID.nameUUIDFromBytes(
                                ("bench " + i).getBytes(java.nio.charset.StandardCharsets.UTF_8))
                        .toString();
        String given = word(random, 2);
        String family = word(random, 3);
        String account = given.charAt(0) + family + i;
        if (names.size() < 4_000) {
            names.add(new String[] {given, family, account});
        }
        String name = given + " " + family;
        batch(person, id, account, name, given, family, given, family);
        String phone = "4477009" + String.format("%05d", i % 100_000);
        List<String> tokens =
                List.of(
                        account,
                        given,
                        family,
                        phone,
                        "0" + phone.substring(2),
                        account + "@brackwater.example");
        if (frozen) {
            for (String t : tokens) {
                batch(key, t, id);
            }
            Set<String> forms = new LinkedHashSet<>(forms(given));
            forms.addAll(forms(family));
            for (String form : forms) {
                batch(near, form, id);
            }
            return;
        }
        String folded = " " + name + " ";
        batch(key, "1", family + "\t" + given, id, name, account, folded);
        batch(key, "2", given + "\t" + family, id, name, account, folded);
        for (String t : tokens) {
            batch(key, "3", t, id, name, account, folded);
        }
        for (String word : List.of(given, family)) {
            if (words.add(word)) {
                for (String form : forms(word)) {
                    batch(near, form, word);
                }
            }
        }
    }

    private static void batch(PreparedStatement statement, String... values) throws SQLException {
        for (int c = 0; c < values.length; c++) {
            statement.setString(c + 1, values[c]);
        }
        statement.addBatch();
    }

    static String word(Random random, int syllables) {
        StringBuilder word = new StringBuilder();
        for (int i = 0; i < syllables; i++) {
            word.append(SYLLABLES[random.nextInt(SYLLABLES.length)]);
        }
        return word.toString();
    }

    /** A word and each form of it with one letter left out. */
    static Set<String> forms(String word) {
        Set<String> forms = new LinkedHashSet<>();
        forms.add(word);
        for (int i = 0; word.length() >= 4 && i < word.length(); i++) {
            forms.add(word.substring(0, i) + word.substring(i + 1));
        }
        return forms;
    }
}
