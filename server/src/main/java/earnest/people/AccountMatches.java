package earnest.people;

import earnest.connectors.AccountSource;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountCounts;
import earnest.systems.Accounts;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Whose an account is, by what both sides have: the mail address at work, or the name to sign in
 * with. Once matched it stays by both sides' ids: an address that changed hands moves nothing. What
 * two people or two accounts have matches nothing until it is one's alone.
 */
@Component
class AccountMatches implements AccountCounts {
    private static final Duration WHOLE_EVERY = Duration.ofMinutes(5);
    private static final Duration AFTER_TROUBLE = Duration.ofSeconds(20);
    private static final int LONGEST_TROUBLE = 400;

    private final Accounts accounts;
    private final JdbcClient database;
    private final TheRecord record;
    private final Writes writes;

    AccountMatches(Accounts accounts, JdbcClient database, TheRecord record, Writes writes) {
        this.accounts = accounts;
        this.database = database;
        this.record = record;
        this.writes = writes;
    }

    /** Whether it is time to look again. */
    boolean due(String system, Instant now) {
        if (!everybodyIsCopied()) {
            return false;
        }
        record Copied(@Nullable Timestamp whole, @Nullable Timestamp tried) {}
        Optional<Copied> copied =
                database.sql("select whole_at, tried_at from account_copy where `system` = :s")
                        .param("s", system)
                        .query((row, i) -> new Copied(row.getTimestamp(1), row.getTimestamp(2)))
                        .optional();
        return copied.map(
                        c ->
                                over(c.tried, AFTER_TROUBLE, now)
                                        && (over(c.whole, WHOLE_EVERY, now)
                                                || peopleCameSince(c.whole)))
                .orElse(true);
    }

    private static boolean over(@Nullable Timestamp last, Duration every, Instant now) {
        return last == null || !last.toInstant().plus(every).isAfter(now);
    }

    /** Before that most accounts would be nobody's. */
    private boolean everybodyIsCopied() {
        return database.sql(
                        "select count(*) > 0 and sum(c.whole_at is null) = 0 from people_source s"
                                + " left join people_copy c on c.source = s.id")
                .query(Boolean.class)
                .optional()
                .orElse(false);
    }

    /** Who was copied after the last look may have an account there. */
    private boolean peopleCameSince(@Nullable Timestamp whole) {
        return database.sql("select max(whole_at) from people_copy")
                .query(Timestamp.class)
                .optional()
                .filter(copied -> whole == null || copied.after(whole))
                .isPresent();
    }

    /** What is known of a system's accounts so far, by the ids that it gives them. */
    private Map<String, UUID> known(String system) {
        Map<String, UUID> known = new HashMap<>();
        database.sql("select native_id, person_id from account where `system` = :s")
                .param("s", system)
                .query(
                        row -> {
                            known.put(row.getString(1), row.getObject(2, UUID.class));
                        });
        return known;
    }

    /** Who has what accounts are found by; null for what two people have. */
    private Map<AccountSource.Key, @Nullable UUID> peopleByKey(Set<AccountSource.Key.Kind> kinds) {
        Map<AccountSource.Key, @Nullable UUID> people = new HashMap<>();
        for (AccountSource.Key.Kind kind : kinds) {
            switch (kind) {
                case MAIL ->
                        add(
                                people,
                                kind,
                                "select lower(c.value), c.person_id from contact c join person p on"
                                        + " p.id = c.person_id where c.kind = '"
                                        + ContactKind.WORK_MAIL.id()
                                        + "' and c.removed_at is null and p.gone_at is null");
                case LOGIN ->
                        add(
                                people,
                                kind,
                                "select lower(account), id from person where gone_at is null");
            }
        }
        return people;
    }

    private void add(
            Map<AccountSource.Key, @Nullable UUID> people,
            AccountSource.Key.Kind kind,
            String values) {
        database.sql(values)
                .query(
                        row -> {
                            var key = new AccountSource.Key(kind, row.getString(1));
                            UUID person = row.getObject(2, UUID.class);
                            people.put(key, people.containsKey(key) ? null : person);
                        });
    }

    /** Writes down what a system has now. */
    void write(String system, String name, List<AccountSource.Read> all, Instant at) {
        Map<String, UUID> known = known(system);
        Map<AccountSource.Key, Integer> claims = claims(all);
        Map<AccountSource.Key, @Nullable UUID> people =
                peopleByKey(
                        claims.keySet().stream()
                                .map(AccountSource.Key::kind)
                                .collect(Collectors.toSet()));
        List<Accounts.Seen> seen = new ArrayList<>();
        Set<String> there = new HashSet<>();
        int contested = 0;
        int fresh = 0;
        for (AccountSource.Read account : all) {
            there.add(account.nativeId());
            UUID person = known.get(account.nativeId());
            if (person == null) {
                Set<UUID> found = new HashSet<>();
                boolean shared = false;
                for (AccountSource.Key key : account.keys()) {
                    shared |=
                            claims.getOrDefault(key, 0) > 1
                                    || people.containsKey(key) && people.get(key) == null;
                    Optional.ofNullable(people.get(key)).ifPresent(found::add);
                }
                if (shared || found.size() > 1) {
                    contested++;
                    continue;
                }
                if (found.isEmpty()) {
                    continue;
                }
                person = found.iterator().next();
                fresh++;
            }
            seen.add(
                    new Accounts.Seen(
                            person, system, account.nativeId(), account.name(), account.place()));
        }
        List<String> gone = known.keySet().stream().filter(id -> !there.contains(id)).toList();
        int unmatched = all.size() - seen.size() - contested;
        int close = contested;
        int matched = fresh;
        writes.run(
                () -> {
                    accounts.seen(seen);
                    accounts.gone(system, gone, at);
                    keep(system, at, seen.size(), unmatched, close);
                    if (matched > 0) {
                        record.append(
                                Entry.bySystem(
                                                EntryKind.ACCOUNTS_MATCHED,
                                                "account-sync",
                                                "Account matching")
                                        .data("system", system)
                                        .data("systemName", name)
                                        .data("accounts", matched));
                    }
                });
    }

    @Override
    public Map<String, Counts> counts() {
        Map<String, Counts> counts = new HashMap<>();
        database.sql("select `system`, unmatched, contested, trouble from account_copy")
                .query(
                        row -> {
                            counts.put(
                                    row.getString(1),
                                    new Counts(row.getInt(2), row.getInt(3), row.getString(4)));
                        });
        return counts;
    }

    /** How many accounts have one of these. */
    private static Map<AccountSource.Key, Integer> claims(List<AccountSource.Read> all) {
        Map<AccountSource.Key, Integer> claims = new HashMap<>();
        all.forEach(account -> account.keys().forEach(key -> claims.merge(key, 1, Integer::sum)));
        return claims;
    }

    private void keep(String system, Instant at, int matched, int unmatched, int contested) {
        database.sql(
                        "insert into account_copy (`system`, whole_at, tried_at, matched,"
                                + " unmatched, contested) values (:s, :at, :at, :m, :u, :c) on"
                                + " duplicate key update whole_at = :at, tried_at = :at, trouble ="
                                + " null, matched = :m, unmatched = :u, contested = :c")
                .param("s", system)
                .param("at", at)
                .param("m", matched)
                .param("u", unmatched)
                .param("c", contested)
                .update();
    }

    /** Writes down why nothing could be read. */
    void trouble(String system, String words, Instant at) {
        writes.run(
                () ->
                        database.sql(
                                        "insert into account_copy (`system`, tried_at, trouble)"
                                                + " values (:s, :at, :t) on duplicate key update"
                                                + " tried_at = :at, trouble = :t")
                                .param("s", system)
                                .param("at", at)
                                .param(
                                        "t",
                                        words.substring(
                                                0, Math.min(words.length(), LONGEST_TROUBLE)))
                                .update());
    }
}
