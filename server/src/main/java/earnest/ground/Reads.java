package earnest.ground;

import jakarta.persistence.EntityManager;

import org.hibernate.FlushMode;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import java.util.function.Supplier;

/**
 * Readings of what is put together of many parts, each in one transaction: one connection, and each
 * row asked for once. Nothing is changed in it, so rows are read without a copy to compare them
 * with, and no statement waits for a look at what might have changed.
 */
@Component
public class Reads {
    private final Writes writes;
    private final EntityManager entities;

    Reads(Writes writes, EntityManager entities) {
        this.writes = writes;
        this.entities = entities;
    }

    /** Reads; within an open transaction it is a part of that. */
    public <T> T get(Supplier<T> whole) {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            return Reading.of(whole);
        }
        return writes.get(
                () -> {
                    Session session = entities.unwrap(Session.class);
                    session.setDefaultReadOnly(true);
                    session.setHibernateFlushMode(FlushMode.MANUAL);
                    return Reading.of(whole);
                });
    }
}
