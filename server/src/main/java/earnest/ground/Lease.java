package earnest.ground;

import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.util.UUID;

/**
 * Which node the routines run on: whoever holds the one row, which it has to renew. A node that
 * dies renews it no more, and another takes it. Times are the database's, so that no node's clock
 * counts; what this node believes ends before the row does.
 *
 * <p>Two nodes may think that they hold it for a moment, where one was stopped for longer than the
 * row's life: what a routine writes is decided by the rows themselves.
 */
@Component
class Lease {
    static final Duration LIFE = Duration.ofSeconds(7);
    static final Duration RENEWED_EVERY = Duration.ofMillis(2_500);
    private static final Duration EARLIER = Duration.ofSeconds(1);

    private final JdbcClient database;
    private final String name;
    private final UUID me = UUID.randomUUID();
    private volatile long heldUntil = System.nanoTime();

    @Autowired
    Lease(SingleStatements single) {
        this(JdbcClient.create(single.connections()), "routines");
    }

    /** Over connections that commit each statement by itself. */
    Lease(JdbcClient database, String name) {
        this.database = database;
        this.name = name;
    }

    /** Whether this node holds it, as far as it knows without asking. Any thread may ask. */
    boolean held() {
        return heldUntil - System.nanoTime() > 0;
    }

    /** Takes it or renews it, if no other node has it; for one thread. */
    void renew() {
        long asked = System.nanoTime();
        int mine =
                database.sql(
                                """
                                update lease set holder = :me, until = now(6) + interval :life second
                                where name = :name and (holder = :me or until < now(6))
                                """)
                        .param("name", name)
                        .param("me", me)
                        .param("life", LIFE.toSeconds())
                        .update();
        heldUntil = mine == 1 ? asked + LIFE.minus(EARLIER).toNanos() : System.nanoTime();
    }

    /** Leaves it to another node at once. */
    void release() {
        heldUntil = System.nanoTime();
        database.sql("update lease set until = now(6) where name = :name and holder = :me")
                .param("name", name)
                .param("me", me)
                .update();
    }
}
