package earnest.ground;

import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Supplier;

/**
 * Runs whole transactions, and runs them again where the database gave one up for another
 * (deadlock, also at commit). What is given must have no effect outside the database. Joins a
 * transaction that is already open, whose opener then repeats it.
 */
@Component
public class Writes {
    private static final int MOST_TRIES = 6;
    private final TransactionTemplate transaction;

    Writes(PlatformTransactionManager manager) {
        this.transaction = new TransactionTemplate(manager);
        this.transaction.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRED);
    }

    public <T> T get(Supplier<T> work) {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            return work.get();
        }
        for (int attempt = 1; ; attempt++) {
            try {
                return transaction.execute(status -> work.get());
            } catch (PessimisticLockingFailureException lost) {
                if (attempt == MOST_TRIES) {
                    throw lost;
                }
                pause(attempt);
            }
        }
    }

    public void run(Runnable work) {
        get(
                () -> {
                    work.run();
                    return Boolean.TRUE;
                });
    }

    /**
     * Whether this is asked for the first time in the present transaction; always so outside one.
     */
    public static boolean isFirst(String what) {
        if (!TransactionSynchronizationManager.isActualTransactionActive()) {
            return true;
        }
        Asked asked = (Asked) TransactionSynchronizationManager.getResource(Asked.KEY);
        if (asked == null) {
            asked = new Asked();
            TransactionSynchronizationManager.bindResource(Asked.KEY, asked);
            TransactionSynchronizationManager.registerSynchronization(asked);
        }
        return asked.what.add(what);
    }

    private static final class Asked implements TransactionSynchronization {
        static final Object KEY = new Object();
        final Set<String> what = new HashSet<>();

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResourceIfPossible(KEY);
        }
    }

    /** Does something once the present transaction is committed. */
    public static void afterCommit(Runnable then) {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            then.run();
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(
                new TransactionSynchronization() {
                    @Override
                    public void afterCommit() {
                        then.run();
                    }
                });
    }

    private static void pause(int attempt) {
        try {
            Thread.sleep(ThreadLocalRandom.current().nextLong(5L, 20L * attempt));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while waiting to try again", e);
        }
    }
}
