package earnest.ground;

import com.zaxxer.hikari.HikariDataSource;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import java.time.Duration;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A number that every change of what is {@link Remembered} raises, in the transaction of that
 * change. Whoever reads it and finds the number of what a node remembers may use that instead of
 * asking again: it is as it was when the number was read. A request reads the number with its
 * session; where there is none, a transaction reads it once.
 *
 * <p>Which statements are such changes is seen at the statement ({@link CarefulJdbc}), so that
 * nobody who writes one of the tables has to think of it.
 */
@Component
public class Epoch {
    private static final String NAME = "remembered";

    /** To be read with the session, as a column of its query. */
    public static final String COLUMN = "(select number from epoch where name = 'remembered')";

    private static final Set<String> TABLES =
            Set.of(
                    "account",
                    "analyst",
                    "contact",
                    "organisation",
                    "outside_service",
                    "people_source",
                    "person",
                    "person_entry",
                    "person_fact",
                    "person_group",
                    "question_counts_for",
                    "rulebook",
                    "system");

    private static final Pattern WRITES =
            Pattern.compile(
                    "\\s*(?:insert\\s+(?:ignore\\s+)?into|replace\\s+into|update|delete\\s+from)"
                            + "\\s+`?(\\w+)`?",
                    Pattern.CASE_INSENSITIVE);

    /** A request that waits for something outside looks again before it decides. */
    private static final long FRESH_NS = Duration.ofMillis(500).toNanos();

    private static final ScopedValue<Seen> REQUEST = ScopedValue.newInstance();

    private final JdbcTemplate inTransaction;
    private final JdbcTemplate single;

    /** By which a transaction keeps that it changed something, and the number that it read. */
    private final Object changed = new Object();

    private final Object seen = new Object();

    Epoch(HikariDataSource database, SingleStatements single) {
        this.inTransaction = new JdbcTemplate(database);
        this.single = new JdbcTemplate(single.connections());
    }

    /** The number that was read, and when. For one thread. */
    private static final class Seen {
        private long number;
        private long at;
        private boolean known;

        void is(long read, long when) {
            number = read;
            at = when;
            known = true;
        }

        boolean isFresh() {
            return known && System.nanoTime() - at < FRESH_NS;
        }
    }

    /** In the present transaction something remembered was changed. */
    private final class Changed implements TransactionSynchronization {
        @Override
        public void beforeCommit(boolean readOnly) {
            inTransaction.update("update epoch set number = number + 1 where name = ?", NAME);
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(changed);
            if (REQUEST.isBound()) {
                REQUEST.get().known = false;
            }
        }
    }

    /** The number that the transaction read. */
    private final class OfTransaction implements TransactionSynchronization {
        final Seen number = new Seen();

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(seen);
        }
    }

    /** Runs one request, within which the number is read once. */
    public static <T extends @Nullable Object, X extends Throwable> T during(
            ScopedValue.CallableOp<? extends T, X> request) throws X {
        return ScopedValue.where(REQUEST, new Seen()).call(request);
    }

    /** The number was read with something else, just now. */
    public static void read(long number) {
        if (REQUEST.isBound()) {
            REQUEST.get().is(number, System.nanoTime());
        }
    }

    /** Told of each statement that writes. */
    void wrote(String sql) {
        Matcher table = WRITES.matcher(sql);
        if (table.lookingAt()
                && TABLES.contains(table.group(1).toLowerCase(Locale.ROOT))
                && !changed()) {
            Changed now = new Changed();
            TransactionSynchronizationManager.bindResource(changed, now);
            TransactionSynchronizationManager.registerSynchronization(now);
        }
    }

    /** Whether the present transaction changed something: it sees what others do not yet. */
    boolean changed() {
        return TransactionSynchronizationManager.hasResource(changed);
    }

    /** The number now; as it was when the request or transaction first asked. */
    long now() {
        Seen last = lastSeen();
        if (last == null) {
            return ask();
        }
        if (!last.isFresh()) {
            long at = System.nanoTime();
            last.is(ask(), at);
        }
        return last.number;
    }

    private @Nullable Seen lastSeen() {
        if (REQUEST.isBound()) {
            return REQUEST.get();
        }
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            return null;
        }
        if (TransactionSynchronizationManager.getResource(seen) instanceof OfTransaction known) {
            return known.number;
        }
        OfTransaction fresh = new OfTransaction();
        TransactionSynchronizationManager.bindResource(seen, fresh);
        TransactionSynchronizationManager.registerSynchronization(fresh);
        return fresh.number;
    }

    private long ask() {
        JdbcTemplate jdbc =
                TransactionSynchronizationManager.isActualTransactionActive()
                        ? inTransaction
                        : single;
        return Objects.requireNonNull(
                jdbc.queryForObject("select number from epoch where name = ?", Long.class, NAME));
    }
}
