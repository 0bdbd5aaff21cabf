package earnest.bench;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
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

    /** Given and family names that were put in, for typing. */
    List<String[]> names() {
        return names;
    }

    void add(Connection database, int people) throws SQLException {
        database.setAutoCommit(false);
        try (PreparedStatement person =
                        database.prepareStatement(
                                "insert into person (id, account, name, given, family,"
                                    + " folded_given, folded_family, title, vessel, port) values"
                                    + " (?,?,?,?,?,?,?,'Deckhand','MV Knot','Oxney')");
                PreparedStatement token =
                        database.prepareStatement(
                                "insert ignore into person_token (token, person_id) values (?,?)");
                PreparedStatement near =
                        database.prepareStatement(
                                "insert ignore into person_near (near, person_id) values (?,?)")) {
            for (int i = 0; i < people; i++) {
                one(i, person, token, near);
                if (i % BATCH == BATCH - 1) {
                    person.executeBatch();
                    token.executeBatch();
                    near.executeBatch();
                    database.commit();
                }
            }
            person.executeBatch();
            token.executeBatch();
            near.executeBatch();
            database.commit();
        }
        database.setAutoCommit(true);
    }

    private void one(
            int i, PreparedStatement person, PreparedStatement token, PreparedStatement near)
            throws SQLException {
        String id =
                UUID.nameUUIDFromBytes(
                                ("bench " + i).getBytes(java.nio.charset.StandardCharsets.UTF_8))
                        .toString();
        String given = word(2);
        String family = word(3);
        String account = given.charAt(0) + family + i;
        if (names.size() < 4_000) {
            names.add(new String[] {given, family, account});
        }
        String[] values = {id, account, given + " " + family, given, family, given, family};
        for (int c = 0; c < values.length; c++) {
            person.setString(c + 1, values[c]);
        }
        person.addBatch();
        String phone = "4477009" + String.format("%05d", i % 100_000);
        for (String t :
                List.of(
                        account,
                        given,
                        family,
                        phone,
                        "0" + phone.substring(2),
                        account + "@brackwater.example")) {
            token.setString(1, t);
            token.setString(2, id);
            token.addBatch();
        }
        Set<String> forms = new LinkedHashSet<>(forms(given));
        forms.addAll(forms(family));
        for (String form : forms) {
            near.setString(1, form);
            near.setString(2, id);
            near.addBatch();
        }
    }

    private String word(int syllables) {
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
