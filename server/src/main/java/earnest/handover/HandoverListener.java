package earnest.handover;

import earnest.changes.Changes;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.checks.Standing;
import earnest.ground.Ids;
import earnest.ground.JobQueue;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.systems.Way;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;

/** Makes handovers of changes that took effect, and follows the texts that carry them. */
@Component
class HandoverListener {
    private static final Set<String> HANDED_OVER =
            Set.of(Handover.SENDING, Handover.LEFT, Handover.ARRIVED, Handover.SAID_BACK);
    private static final Duration EXPIRY_AGAIN = Duration.ofMinutes(10);
    private static final int LONGEST_WORDS = 200;

    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Passwords passwords;
    private final WrappedSecrets secrets;
    private final SettingsInForce settings;
    private final Tickets tickets;
    private final People people;
    private final ObjectProvider<Messages> messages;
    private final TheRecord record;
    private final JobQueue work;
    private final Clock clock;
    private final Ids ids;

    HandoverListener(
            HandoverRepository handovers,
            HandoverEntries entries,
            Passwords passwords,
            WrappedSecrets secrets,
            SettingsInForce settings,
            Tickets tickets,
            People people,
            ObjectProvider<Messages> messages,
            TheRecord record,
            JobQueue work,
            Clock clock,
            Ids ids) {
        this.handovers = handovers;
        this.entries = entries;
        this.passwords = passwords;
        this.secrets = secrets;
        this.settings = settings;
        this.tickets = tickets;
        this.people = people;
        this.messages = messages;
        this.record = record;
        this.work = work;
        this.clock = clock;
        this.ids = ids;
    }

    /** A temporary password that took effect is to be handed over; one before it is no more. */
    @EventListener
    void on(Changes.TookEffect effect) {
        if (effect.action() == Action.EXPIRY) {
            ranOut(effect);
            return;
        }
        UUID wrapped = effect.wrapped();
        if (wrapped == null || handovers.findByChangeId(effect.change()).isPresent()) {
            return;
        }
        for (Handover former : handovers.findByPersonIdAndInAtIsNull(effect.person())) {
            if (!former.over()) {
                former.state = Handover.REPLACED;
                secrets.forget(former.wrappedId);
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
        handover.expiresAt = handover.madeAt.plus(settings.now().readAloudLasts());
        boolean another = !effect.person().equals(tickets.view(effect.ticket()).person());
        if (another) {
            withdraw(handover);
        }
        handovers.add(handover);
        work.soon(SignInWatch.KIND, handover.id);
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
            if (!handover.ended() && !HANDED_OVER.contains(handover.state)) {
                withdraw(handover);
            }
        }
    }

    /** Who has an unused password of somebody who said no need not be that somebody. */
    @EventListener
    void on(Standing.Stopped no) {
        for (Handover handover : handovers.findByPersonIdAndInAtIsNull(no.person())) {
            if (!handover.over()) {
                if (!handover.ended() && !HANDED_OVER.contains(handover.state)) {
                    handover.state = Handover.WITHDRAWN;
                }
                handover.expiresAt = clock.instant();
                secrets.discard(handover.wrappedId);
                record.append(entries.about(Entry.byEarnest(EntryKind.HANDOVER_STOPPED), handover));
            }
        }
    }

    private void withdraw(Handover handover) {
        handover.state = Handover.WITHDRAWN;
        handover.expiresAt = clock.instant();
        secrets.discard(handover.wrappedId);
        record.append(entries.about(Entry.byEarnest(EntryKind.HANDOVER_WITHDRAWN), handover));
    }

    private void ranOut(Changes.TookEffect expiry) {
        UUID given = Objects.requireNonNull(expiry.about());
        Handover handover =
                handovers.findByChangeId(given).flatMap(h -> handovers.lock(h.id)).orElseThrow();
        handover.state = Handover.EXPIRED;
        secrets.forget(handover.wrappedId);
        record.append(entries.about(Entry.byEarnest(EntryKind.HANDOVER_EXPIRED), handover));
        String name = people.person(handover.personId).map(People.Person::name).orElse("Their");
        tickets.remind(handover.ticketId, name + "'s temporary password ran out unused");
        people.contacts(handover.personId).stream()
                .filter(contact -> messages.getObject().reach(contact).isPresent())
                .forEach(
                        contact ->
                                messages.getObject()
                                        .send(
                                                RanOutText.OCCASION,
                                                handover.id,
                                                new Recipient(
                                                        handover.ticketId,
                                                        handover.personId,
                                                        contact.id())));
    }

    /** It could not be taken out of force: the desk is told why, and it is tried again later. */
    @EventListener
    void on(Changes.CameToNothing nothing) {
        UUID given = nothing.about();
        if (nothing.action() != Action.EXPIRY || given == null) {
            return;
        }
        handovers
                .findByChangeId(given)
                .flatMap(h -> handovers.lock(h.id))
                .ifPresent(
                        handover -> {
                            handover.expiryTries++;
                            handover.expiryNextAt =
                                    clock.instant()
                                            .plus(
                                                    EXPIRY_AGAIN.multipliedBy(
                                                            Math.min(6, handover.expiryTries)));
                            String words =
                                    "A temporary password could not be taken out of force: "
                                            + nothing.reason();
                            tickets.remind(
                                    handover.ticketId,
                                    words.substring(0, Math.min(words.length(), LONGEST_WORDS)));
                        });
    }

    /** The message that carries a password went further. */
    @EventListener
    void on(Messages.Moved moved) {
        if (!moved.occasion().equals(HandoverText.OCCASION)) {
            return;
        }
        switch (moved.state()) {
            case LEFT -> {
                if (handovers.move(moved.about(), Handover.SENDING, Handover.LEFT) == 1) {
                    Handover handover = handovers.findById(moved.about()).orElseThrow();
                    secrets.discard(handover.wrappedId);
                    record.append(
                            entries.about(Entry.byEarnest(EntryKind.HANDOVER_DONE), handover)
                                    .data("route", "sent by " + handover.route));
                }
            }
            case ARRIVED -> handovers.move(moved.about(), Handover.LEFT, Handover.ARRIVED);
            // Known not to have left: another route is open again.
            case FAILED -> handovers.move(moved.about(), Handover.SENDING, Handover.WAITING);
            // It may have: then no other route is, and the password is given up.
            case UNCLEAR -> {
                if (handovers.move(moved.about(), Handover.SENDING, Handover.UNCLEAR) == 1) {
                    secrets.discard(handovers.findById(moved.about()).orElseThrow().wrappedId);
                }
            }
            case WAITING, SENDING, UNKNOWN -> {}
        }
    }
}
