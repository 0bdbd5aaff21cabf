package earnest.systems;

import earnest.ground.Routine;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Repeats each test a day after the last one, so that a connection which turned bad is known. */
@Component
class NightlyTests implements Routine {
    private static final Duration LOOK_EVERY = Duration.ofMinutes(10);
    private static final Duration A_DAY = Duration.ofHours(24);

    private final SystemRows systems;
    private final ConnectionTestRows tests;
    private final ConnectionTests begin;
    private final Clock clock;

    NightlyTests(SystemRows systems, ConnectionTestRows tests, ConnectionTests begin, Clock clock) {
        this.systems = systems;
        this.tests = tests;
        this.begin = begin;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "test-connections";
    }

    @Override
    public Duration run() {
        Instant before = clock.instant().minus(A_DAY);
        Map<String, ConnectionTest> latest =
                tests.latest().stream()
                        .collect(
                                Collectors.toMap(
                                        ConnectionTest::system, test -> test, (a, b) -> a));
        for (SystemRow system : systems.all()) {
            Optional.ofNullable(latest.get(system.id()))
                    .map(ConnectionTest::endedAt)
                    .filter(ended -> system.kind() != null && ended.isBefore(before))
                    .ifPresent(ended -> begin.begin(system, null));
        }
        return LOOK_EVERY;
    }
}
