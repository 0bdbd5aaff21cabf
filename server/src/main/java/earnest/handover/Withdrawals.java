package earnest.handover;

import earnest.checks.Standing;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;

/** Takes passwords back that whoever is on the line must not get any more. */
@Component
class Withdrawals {
    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final WrappedSecrets secrets;
    private final Clock clock;

    Withdrawals(
            HandoverRepository handovers,
            HandoverEntries entries,
            WrappedSecrets secrets,
            Clock clock) {
        this.handovers = handovers;
        this.entries = entries;
        this.secrets = secrets;
        this.clock = clock;
    }

    /** A password for one person is not in reach of whoever proves to be another. */
    @EventListener
    void on(Tickets.Claimed claimed) {
        if (claimed.former() == null) {
            return;
        }
        for (Handover handover :
                handovers.findByTicketIdAndPersonIdNotAndInAtIsNull(
                        claimed.ticket(), claimed.person())) {
            if (!handover.state.ended() && !handover.state.handedOver()) {
                withdraw(handover);
            }
        }
    }

    /** Who has an unused password of somebody who said no need not be that somebody. */
    @EventListener
    void on(Standing.Stopped no) {
        for (Handover handover : handovers.findByPersonIdAndInAtIsNull(no.person())) {
            if (!handover.state.over()) {
                if (!handover.state.ended() && !handover.state.handedOver()) {
                    handover.state = Handovers.State.WITHDRAWN;
                }
                outOfForce(handover, EntryKind.HANDOVER_STOPPED);
            }
        }
    }

    /** In the present transaction. */
    void withdraw(Handover handover) {
        handover.state = Handovers.State.WITHDRAWN;
        outOfForce(handover, EntryKind.HANDOVER_WITHDRAWN);
    }

    private void outOfForce(Handover handover, EntryKind kind) {
        handover.expiresAt = clock.instant();
        secrets.discard(handover.wrappedId);
        entries.append(Entry.byEarnest(kind), handover);
    }
}
