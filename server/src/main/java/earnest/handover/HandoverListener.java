package earnest.handover;

import earnest.changes.Changes;
import earnest.channels.Texts;
import earnest.ground.Ids;
import earnest.ground.Work;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Way;
import earnest.wrapped.WrappedSecrets;

import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Objects;
import java.util.UUID;

/** Makes handovers of changes that took effect, and follows the texts that carry them. */
@Component
class HandoverListener {
    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Passwords passwords;
    private final WrappedSecrets secrets;
    private final HandoverProperties properties;
    private final TheRecord record;
    private final Work work;
    private final Clock clock;
    private final Ids ids;

    HandoverListener(
            HandoverRepository handovers,
            HandoverEntries entries,
            Passwords passwords,
            WrappedSecrets secrets,
            HandoverProperties properties,
            TheRecord record,
            Work work,
            Clock clock,
            Ids ids) {
        this.handovers = handovers;
        this.entries = entries;
        this.passwords = passwords;
        this.secrets = secrets;
        this.properties = properties;
        this.record = record;
        this.work = work;
        this.clock = clock;
        this.ids = ids;
    }

    /** A temporary password that took effect is to be handed over; one before it is no more. */
    @EventListener
    void on(Changes.TookEffect effect) {
        UUID wrapped = effect.wrapped();
        if (wrapped == null || handovers.findByChangeId(effect.change()).isPresent()) {
            return;
        }
        for (Handover former : handovers.findByPersonIdAndInAtIsNull(effect.person())) {
            if (!former.over()) {
                former.state = Handover.REPLACED;
                secrets.discard(former.wrappedId);
            }
        }
        Handover handover = new Handover(ids.next());
        handover.changeId = effect.change();
        handover.ticketId = effect.ticket();
        handover.personId = effect.person();
        handover.wrappedId = wrapped;
        Way way = Objects.requireNonNullElse(effect.way(), Way.READ_ALOUD);
        handover.way = way.id();
        // One that nobody at the desk sees can only be sent.
        handover.route = way.seen() ? Handover.READ_ALOUD : Handover.TEXT;
        handover.groupCount = passwords.parts(wrapped, way).size();
        handover.madeAt = clock.instant();
        handover.expiresAt = handover.madeAt.plus(properties.readAloudLasts());
        handovers.add(handover);
        work.soon(SignInWatch.KIND, handover.id);
    }

    /** The text that carries a password went further. */
    @EventListener
    void on(Texts.Moved moved) {
        if (moved.purpose() != Texts.Purpose.HANDOVER) {
            return;
        }
        Handover handover = handovers.lock(moved.about()).orElseThrow();
        switch (moved.state()) {
            case LEFT -> {
                handover.state = Handover.LEFT;
                secrets.discard(handover.wrappedId);
                record.append(
                        entries.about(
                                        Entry.bySystem(
                                                EntryKind.HANDOVER_DONE,
                                                "text-gateway",
                                                "Text gateway"),
                                        handover)
                                .data("route", "sent by text"));
            }
            case ARRIVED -> handover.state = Handover.ARRIVED;
            // Known not to have left: another route is open again.
            case FAILED -> {
                if (handover.state.equals(Handover.SENDING)) {
                    handover.state = Handover.WAITING;
                }
            }
            case WAITING, SENDING, UNKNOWN -> {}
        }
    }
}
