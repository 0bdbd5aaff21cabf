package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;

/** One node at a time; another when the first gives it back, or is not heard of any more. */
@ExtendWith(App.Running.class)
class LeaseTest {
    private final JdbcClient database;
    private final JdbcClient owner;
    private final Lease one;
    private final Lease other;

    LeaseTest(App app) {
        database = app.database();
        owner = app.databaseAs("migrate");
        one = new Lease(database, "of-a-test");
        other = new Lease(database, "of-a-test");
    }

    @BeforeEach
    void free() {
        owner.sql("replace into lease (name, until) values ('of-a-test', '2000-01-01')").update();
    }

    @Test
    void whoeverHasItKeepsItByRenewing() {
        one.renew();
        other.renew();
        one.renew();
        assertThat(one.held()).isTrue();
        assertThat(other.held()).isFalse();
    }

    @Test
    void whatWasGivenBackIsTakenAtOnce() {
        one.renew();
        one.release();
        other.renew();
        assertThat(one.held()).isFalse();
        assertThat(other.held()).isTrue();
    }

    @Test
    void whoDoesNotRenewLosesIt() {
        one.renew();
        database.sql("update lease set until = now(6) where name = 'of-a-test'").update();
        other.renew();
        one.renew();
        assertThat(other.held()).isTrue();
        assertThat(one.held()).isFalse();
    }

    @Test
    void whatAnotherHasIsNotReleased() {
        one.renew();
        other.release();
        other.renew();
        assertThat(one.held()).isTrue();
        assertThat(other.held()).isFalse();
    }

    @Test
    void itIsBelievedForLessLongThanItLasts() {
        assertThat(Lease.RENEWED_EVERY.multipliedBy(2)).isLessThan(Lease.LIFE.minusSeconds(1));
    }
}
