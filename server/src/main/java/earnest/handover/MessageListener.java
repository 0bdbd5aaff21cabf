package earnest.handover;

import earnest.channels.Messages;
import earnest.links.Links;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.wrapped.WrappedSecrets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.util.UUID;

/** Follows the messages that carry passwords, or links to them. */
@Component
class MessageListener {
    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final WrappedSecrets secrets;
    private final Links links;

    MessageListener(
            HandoverRepository handovers,
            HandoverEntries entries,
            WrappedSecrets secrets,
            Links links) {
        this.handovers = handovers;
        this.entries = entries;
        this.secrets = secrets;
        this.links = links;
    }

    @EventListener
    void on(Messages.Moved moved) {
        switch (moved.occasion()) {
            case HandoverText.OCCASION -> passwordMoved(moved);
            case HandoverLinkMessage.OCCASION -> linkMoved(moved);
            default -> {}
        }
    }

    private void passwordMoved(Messages.Moved moved) {
        switch (moved.state()) {
            case LEFT -> {
                if (move(moved.about(), Handovers.State.SENDING, Handovers.State.LEFT)) {
                    Handover handover = handovers.findById(moved.about()).orElseThrow();
                    secrets.discard(handover.wrappedId);
                    entries.append(
                            Entry.byEarnest(EntryKind.HANDOVER_DONE)
                                    .data("route", "sent by " + handover.route.word()),
                            handover);
                }
            }
            case ARRIVED -> move(moved.about(), Handovers.State.LEFT, Handovers.State.ARRIVED);
            // Known not to have left: another route is open again.
            case FAILED -> move(moved.about(), Handovers.State.SENDING, Handovers.State.WAITING);
            // It may have: then no other route is, and the password is given up.
            case UNCLEAR -> {
                if (move(moved.about(), Handovers.State.SENDING, Handovers.State.UNCLEAR)) {
                    secrets.discard(handovers.findById(moved.about()).orElseThrow().wrappedId);
                }
            }
            case WAITING, SENDING, UNKNOWN -> {}
        }
    }

    /** The password itself stays here until the link is opened. */
    private void linkMoved(Messages.Moved moved) {
        switch (moved.state()) {
            case LEFT -> move(moved.about(), Handovers.State.SENDING, Handovers.State.LEFT);
            case ARRIVED -> move(moved.about(), Handovers.State.LEFT, Handovers.State.ARRIVED);
            // Whether it left or not: the link is dead, so another route is open again.
            case FAILED, UNCLEAR -> {
                if (move(moved.about(), Handovers.State.SENDING, Handovers.State.WAITING)) {
                    links.end(moved.about());
                }
            }
            case WAITING, SENDING, UNKNOWN -> {}
        }
    }

    private boolean move(UUID handover, Handovers.State from, Handovers.State to) {
        return handovers.move(handover, from, to) == 1;
    }
}
