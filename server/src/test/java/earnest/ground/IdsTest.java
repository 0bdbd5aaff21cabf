package earnest.ground;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;

/** What one node makes later sorts later, however many it makes in a millisecond. */
class IdsTest {
    private final AtomicReference<Instant> now =
            new AtomicReference<>(Instant.parse("2026-11-23T10:00:00Z"));

    private final Ids ids =
            new Ids(
                    new Clock() {
                        @Override
                        public ZoneId getZone() {
                            return ZoneOffset.UTC;
                        }

                        @Override
                        public Clock withZone(ZoneId zone) {
                            return this;
                        }

                        @Override
                        public Instant instant() {
                            return now.get();
                        }
                    },
                    new SecureRandom());

    @Test
    void idsOfOneMomentSortAsTheyWereMade() {
        List<String> made = new ArrayList<>();
        for (int i = 0; i < 10_000; i++) {
            UUID id = ids.next();
            assertThat(id.version()).isEqualTo(7);
            assertThat(id.variant()).isEqualTo(2);
            made.add(id.toString());
        }
        assertThat(made).isSorted().doesNotHaveDuplicates();
    }

    @Test
    void aClockThatFallsBackALittleDoesNotTurnThemRound() {
        String before = ids.next().toString();
        now.set(now.get().minusMillis(300));
        assertThat(ids.next().toString()).isGreaterThan(before);
        now.set(now.get().minusSeconds(3600));
        assertThat(ids.next().toString()).as("far back, the clock is believed").isLessThan(before);
    }

    @Test
    void theTimeStandsInThem() {
        long millis = ids.next().getMostSignificantBits() >>> 16;
        assertThat(millis).isEqualTo(now.get().toEpochMilli());
    }
}
