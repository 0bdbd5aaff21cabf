package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.SimpleTransactionStatus;

import java.util.concurrent.atomic.AtomicInteger;

/** Whole transactions are run again where the database gave one up, and only there. */
class WritesTest {
    private final PlatformTransactionManager manager = mock(PlatformTransactionManager.class);
    private final Writes writes = new Writes(manager);

    @BeforeEach
    void transactions() {
        when(manager.getTransaction(any())).thenAnswer(i -> new SimpleTransactionStatus());
    }

    @Test
    void aDeadlockIsTriedAgainWhole() {
        AtomicInteger tries = new AtomicInteger();
        String done =
                writes.get(
                        () -> {
                            if (tries.incrementAndGet() < 3) {
                                throw new CannotAcquireLockException("deadlock");
                            }
                            return "done";
                        });
        assertThat(done).isEqualTo("done");
        verify(manager, times(2)).rollback(any());
        verify(manager, times(1)).commit(any());
    }

    @Test
    void itGivesUpAfterSixTries() {
        AtomicInteger tries = new AtomicInteger();
        assertThatThrownBy(
                        () ->
                                writes.run(
                                        () -> {
                                            tries.incrementAndGet();
                                            throw new CannotAcquireLockException("deadlock");
                                        }))
                .isInstanceOf(CannotAcquireLockException.class);
        assertThat(tries).hasValue(6);
    }

    @Test
    void anythingElseIsNotRepeated() {
        AtomicInteger tries = new AtomicInteger();
        assertThatThrownBy(
                        () ->
                                writes.run(
                                        () -> {
                                            tries.incrementAndGet();
                                            throw Problem.invalid("no");
                                        }))
                .isInstanceOf(Problem.class);
        assertThat(tries).hasValue(1);
    }

    @Test
    void incidentsAreDescribedWithoutTheirMessages() {
        String described =
                Incident.describe(
                        new IllegalStateException(
                                "canary-1", new java.sql.SQLException("canary-2", "x", 1062)));
        assertThat(described)
                .contains("IllegalStateException", "SQL error 1062")
                .doesNotContain("canary");
    }
}
