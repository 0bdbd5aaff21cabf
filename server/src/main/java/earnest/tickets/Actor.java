package earnest.tickets;

import earnest.access.SignedIn;

import org.jspecify.annotations.Nullable;

import java.util.UUID;

/** Who acts on a ticket. */
public sealed interface Actor {
    /** As rules and rows name them: the analyst, or the person themselves. */
    UUID id();

    /** The account of their own, in which they may not act for another; or null. */
    @Nullable String ownAccount();

    /** An analyst, who must hold the ticket. */
    record AtDesk(SignedIn me) implements Actor {
        @Override
        public UUID id() {
            return me.id();
        }

        @Override
        public @Nullable String ownAccount() {
            return me.ownAccount();
        }
    }

    /** Whoever says they are the person, on a page of their own, while no analyst holds it. */
    record Alone(UUID person) implements Actor {
        @Override
        public UUID id() {
            return person;
        }

        @Override
        public @Nullable String ownAccount() {
            return null;
        }
    }
}
