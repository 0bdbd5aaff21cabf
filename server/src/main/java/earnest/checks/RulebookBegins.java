package earnest.checks;

import earnest.ground.Routine;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;

/** Puts a rulebook in force at the time that two agreed to. */
@Component
class RulebookBegins implements Routine {
    static final String NAME = "rules-begin";
    private static final Duration REST = Duration.ofMinutes(5);

    private final RulebookProposals proposals;
    private final Clock clock;

    RulebookBegins(RulebookProposals proposals, Clock clock) {
        this.proposals = proposals;
        this.clock = clock;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Duration run() {
        return proposals
                .begin()
                .map(at -> Duration.between(clock.instant(), at))
                .filter(left -> left.compareTo(REST) < 0)
                .map(left -> left.isNegative() ? Duration.ZERO : left)
                .orElse(REST);
    }
}
