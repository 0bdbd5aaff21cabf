package earnest.checks;

import earnest.checks.methods.Check;
import earnest.checks.methods.CheckHistory;

import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What was checked before, from the rows. */
@Component
class CheckRows implements CheckHistory {
    private final CheckRepository checks;

    CheckRows(CheckRepository checks) {
        this.checks = checks;
    }

    @Override
    public long startedSince(UUID person, String method, Instant since) {
        return checks.startedSince(person, method, since);
    }

    @Override
    public Optional<Check> find(UUID check) {
        return checks.findById(check).map(Check.class::cast);
    }

    @Override
    public boolean passedOn(UUID person, Collection<String> paths, Instant since) {
        return checks.passedOn(person, paths, since) > 0;
    }

    @Override
    public List<Check> openOf(UUID person, String method, Instant now) {
        return checks.openOf(person, method).stream()
                .filter(check -> check.open(now))
                .map(Check.class::cast)
                .toList();
    }
}
