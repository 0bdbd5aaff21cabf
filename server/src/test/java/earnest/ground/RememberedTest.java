package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import earnest.App;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;

import java.util.concurrent.atomic.AtomicInteger;

/** What is remembered is asked for once, and again as soon as whatever it was read of changed. */
@ExtendWith(App.Running.class)
class RememberedTest {
    private final App app;
    private final Writes writes;
    private final JdbcTemplate jdbc;
    private final AtomicInteger asked = new AtomicInteger();
    private final Remembered<String, Integer> remembered;

    RememberedTest(App app) {
        this.app = app;
        this.writes = app.bean(Writes.class);
        this.jdbc = app.bean(CarefulJdbc.class);
        this.remembered =
                new Remembered<>(app.bean(Epoch.class), 2, key -> asked.incrementAndGet());
    }

    private void change() {
        jdbc.update("update organisation set version = version + 1");
    }

    @Test
    void itIsAskedForOnceUntilSomethingChanges() {
        int first = remembered.get("a");
        assertThat(remembered.get("a")).isEqualTo(first);
        writes.run(this::change);
        assertThat(remembered.get("a")).isNotEqualTo(first);
    }

    @Test
    void aRequestSeesWhatItChangedItself() throws Exception {
        Epoch.during(
                () -> {
                    int first = remembered.get("a");
                    writes.run(this::change);
                    assertThat(remembered.get("a")).isNotEqualTo(first);
                    return null;
                });
    }

    @Test
    void aTransactionThatChangesSomethingAsksForItself() {
        int before = remembered.get("a");
        writes.run(
                () -> {
                    change();
                    int during = remembered.get("a");
                    assertThat(during).isNotEqualTo(before);
                    // Nobody else sees what is not committed, nor is it kept for them.
                    assertThat(remembered.get("a")).isNotEqualTo(during);
                });
    }

    @Test
    void whatWasTakenBackRaisesNothing() {
        int before = remembered.get("a");
        assertThatThrownBy(
                        () ->
                                writes.run(
                                        () -> {
                                            change();
                                            throw new IllegalStateException("taken back");
                                        }))
                .hasMessage("taken back");
        assertThat(remembered.get("a")).isEqualTo(before);
    }

    @Test
    void aChangeOfAnotherNodeIsSeenByTheNextRequest() {
        int before = remembered.get("a");
        app.database().sql("update organisation set version = version + 1").update();
        assertThat(remembered.get("a")).isNotEqualTo(before);
    }

    @Test
    void itHoldsNoMoreThanItsBound() {
        remembered.get("a");
        remembered.get("b");
        remembered.get("c");
        int again = asked.get();
        remembered.get("a");
        assertThat(asked.get()).isEqualTo(again + 1);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "insert into contact (id) values (?)",
                "  update person set name = ?",
                "delete from person_fact where person_id = ?",
                "insert ignore into `system` (id) values (?)",
                "UPDATE person p JOIN person_entry m ON m.source = ? SET p.manager_id = ?"
            })
    void whoeverWritesOfItRaisesTheEpoch(String sql) {
        Epoch epoch = app.bean(Epoch.class);
        writes.run(
                () -> {
                    epoch.wrote(sql);
                    assertThat(epoch.changed()).isTrue();
                });
        assertThat(epoch.changed()).isFalse();
    }

    @Test
    void whoWritesSomethingElseDoesNot() {
        Epoch epoch = app.bean(Epoch.class);
        writes.run(
                () -> {
                    epoch.wrote("update people_copy set trouble = null");
                    epoch.wrote("insert into person_key (word) select account from person");
                    assertThat(epoch.changed()).isFalse();
                });
    }
}
