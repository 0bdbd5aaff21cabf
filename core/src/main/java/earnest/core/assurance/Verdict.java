package earnest.core.assurance;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;

/** What may be done about one wanted action. Only {@link Assurance} makes them. */
public sealed interface Verdict {
    Wanted wanted();

    /** The bar that the rules set together; null where no rule matches. */
    @Nullable Bar bar();

    /**
     * What the matching rules ask together.
     *
     * @param handover the routes that all rules which name some allow, sorted by word; null: all
     * @param linkCode whether a one-time link must be followed by a code over another path
     */
    record Bar(
            int points,
            List<Factor> factors,
            List<List<Factor>> oneOf,
            int paths,
            boolean secondPerson,
            @Nullable List<Route> handover,
            boolean linkCode) {}

    /** The action may be taken. Cannot be made outside this package: an action asks for one. */
    final class Open implements Verdict {
        private final Wanted wanted;
        private final Bar bar;
        private final @Nullable Instant until;

        Open(Wanted wanted, Bar bar, @Nullable Instant until) {
            this.wanted = wanted;
            this.bar = bar;
            this.until = until;
        }

        @Override
        public Wanted wanted() {
            return wanted;
        }

        @Override
        public Bar bar() {
            return bar;
        }

        /** The last instant at which it stays open, everything else equal; null: for ever. */
        public @Nullable Instant until() {
            return until;
        }
    }

    /** Sure enough, but somebody other than the analyst must approve. */
    record NeedsSecondPerson(Wanted wanted, Bar bar, @Nullable Instant until) implements Verdict {}

    /** Not sure enough; with the quickest ways across, as ids of available checks. */
    record Short(Wanted wanted, Bar bar, Shortfall shortfall, List<List<String>> ways)
            implements Verdict {}

    /** Somebody entitled said no. */
    record Stopped(Wanted wanted, @Nullable Bar bar) implements Verdict {}

    /** No rule speaks of the action: denied by default. */
    record NoRule(Wanted wanted) implements Verdict {
        @Override
        public @Nullable Bar bar() {
            return null;
        }
    }
}
