package earnest.checks.signals;

import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;

import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Somebody failed as this person on another ticket. */
@Component
class FailedElsewhere implements Signal {
    @Override
    public String kind() {
        return "failed-elsewhere";
    }

    @Override
    public String title() {
        return "Failed a check on another ticket within a day";
    }

    @Override
    public Optional<Seen> seen(About about) {
        List<Check> failed =
                about.elsewhere().stream()
                        .filter(check -> check.state() == CheckState.FAILED)
                        .toList();
        if (failed.isEmpty()) {
            return Optional.empty();
        }
        Check last = failed.getLast();
        Instant at = last.endedAt();
        String ago = at == null ? "" : ", last " + Ago.words(at, about.now());
        return Optional.of(
                new Seen(
                        (failed.size() == 1
                                        ? "Failed a check on another ticket today"
                                        : "Failed %d checks on other tickets today"
                                                .formatted(failed.size()))
                                + ago,
                        null,
                        last.ticket()));
    }
}
