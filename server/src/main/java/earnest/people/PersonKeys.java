package earnest.people;

import earnest.connectors.PeopleSource;
import earnest.ground.Writes;
import earnest.systems.Accounts;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;

/** Writes what people are found by, a page of them at a time. */
@Component
class PersonKeys {
    /** What a key is; each is one range when people are looked for. */
    enum Kind {
        FAMILY_FIRST(1),
        GIVEN_FIRST(2),
        TOKEN(3);

        final int number;

        Kind(int number) {
            this.number = number;
        }
    }

    /** Sorts before whatever a folded name can hold, so that short names come before longer. */
    static final String BETWEEN = "\t";

    private final JdbcTemplate jdbc;
    private final Telephone telephone;
    private final Accounts accounts;
    private final Writes writes;

    /** Whether keys were taken away since words were forgotten. */
    private volatile boolean taken;

    PersonKeys(JdbcTemplate jdbc, Telephone telephone, Accounts accounts, Writes writes) {
        this.jdbc = jdbc;
        this.telephone = telephone;
        this.accounts = accounts;
        this.writes = writes;
    }

    /**
     * Writes them, in the present transaction. An entry of a further source adds to what a person
     * is found by; their own replaces it.
     */
    void write(List<PersonDetails.Of> page) {
        List<Object[]> keys = new ArrayList<>();
        Set<String> words = new TreeSet<>();
        List<UUID> again = new ArrayList<>();
        for (PersonDetails.Of of : page) {
            if (of.theirs()) {
                if (of.known()) {
                    again.add(of.id());
                }
                List<String> names = names(of.row());
                words.addAll(names);
                String family = of.row().foldedFamily;
                String given = of.row().foldedGiven;
                keys.add(key(Kind.FAMILY_FIRST, family + BETWEEN + given, of.row()));
                keys.add(key(Kind.GIVEN_FIRST, given + BETWEEN + family, of.row()));
                tokens(of.read(), of).forEach(t -> keys.add(key(Kind.TOKEN, t, of.row())));
            }
            if (of.known()) {
                accounts.of(of.id())
                        .forEach(
                                account ->
                                        keys.add(
                                                key(
                                                        Kind.TOKEN,
                                                        Finding.token(account.name()),
                                                        of.row())));
            }
        }
        take(again);
        jdbc.batchUpdate(
                "insert ignore into person_key (kind, word, person_id, name, account, title, place,"
                        + " folded) values (?, ?, ?, ?, ?, ?, ?, ?)",
                keys.stream().filter(key -> !key[1].equals("")).toList());
        List<Object[]> near = new ArrayList<>();
        words.forEach(
                word ->
                        NameNormalizer.near(word)
                                .forEach(form -> near.add(new Object[] {form, word})));
        jdbc.batchUpdate("insert ignore into name_near (near, word) values (?, ?)", near);
    }

    /** Takes away what they were found by, in the present transaction. */
    void take(List<UUID> people) {
        Writes.afterCommit(() -> taken = taken || !people.isEmpty());
        jdbc.batchUpdate(
                "delete from person_key where person_id = ?",
                people.stream().map(id -> new Object[] {id}).toList());
    }

    /**
     * Forgets words that are in nobody's name any more. Until then they find nobody. Only while no
     * copy is made, since a word that is being written would be taken for one of nobody.
     */
    void forgetWords() {
        if (taken) {
            taken = false;
            writes.run(
                    () ->
                            jdbc.update(
                                    "delete from name_near where not exists (select 1 from"
                                            + " person_key k where k.kind = ? and k.word ="
                                            + " name_near.word)",
                                    Kind.TOKEN.number));
        }
    }

    private static List<String> names(PeopleRow row) {
        return NameNormalizer.all(row.foldedGiven, row.foldedFamily);
    }

    private Set<String> tokens(PeopleSource.Read read, PersonDetails.Of of) {
        Set<String> tokens = new LinkedHashSet<>();
        tokens.add(Finding.token(read.account()));
        if (read.staffNumber() != null) {
            tokens.add(Finding.token(read.staffNumber()));
        }
        of.contacts()
                .forEach(
                        (kind, value) -> {
                            if (kind.telephone()) {
                                tokens.addAll(telephone.spellings(value));
                            } else {
                                tokens.add(Finding.token(value));
                            }
                        });
        tokens.addAll(names(of.row()));
        return tokens;
    }

    private static Object[] key(Kind kind, String word, PeopleRow row) {
        return new @Nullable Object[] {
            kind.number,
            word,
            row.id,
            row.name,
            row.account,
            row.title,
            place(row.vessel, row.port),
            " " + String.join(" ", names(row)) + " "
        };
    }

    private static @Nullable String place(@Nullable String vessel, @Nullable String port) {
        Set<String> parts = new LinkedHashSet<>();
        if (vessel != null) {
            parts.add(vessel);
        }
        if (port != null) {
            parts.add(port);
        }
        return parts.isEmpty() ? null : String.join(", ", parts);
    }
}
