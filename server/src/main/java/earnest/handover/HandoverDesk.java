package earnest.handover;

import earnest.access.SignedIn;
import earnest.changes.Changes;
import earnest.channels.Texts;
import earnest.checks.Standing;
import earnest.core.assurance.Verdict;
import earnest.core.passwords.Secret;
import earnest.core.passwords.Spelling;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Work;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

@Service
class HandoverDesk implements Handovers {
    private final HandoverRepository handovers;
    private final Changes changes;
    private final Standing standing;
    private final Tickets tickets;
    private final People people;
    private final Texts texts;
    private final WrappedSecrets secrets;
    private final HandoverProperties properties;
    private final TheRecord record;
    private final Work work;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final Waypoints waypoints;

    HandoverDesk(
            HandoverRepository handovers,
            Changes changes,
            Standing standing,
            Tickets tickets,
            People people,
            Texts texts,
            WrappedSecrets secrets,
            HandoverProperties properties,
            TheRecord record,
            Work work,
            Writes writes,
            Clock clock,
            Ids ids,
            Waypoints waypoints) {
        this.handovers = handovers;
        this.changes = changes;
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
        this.texts = texts;
        this.secrets = secrets;
        this.properties = properties;
        this.record = record;
        this.work = work;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.waypoints = waypoints;
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
        handover.groupCount = parts(wrapped).size();
        handover.madeAt = clock.instant();
        handover.expiresAt = handover.madeAt.plus(properties.readAloudLasts());
        handovers.save(handover);
        work.soon(SignInWatch.KIND, handover.id);
    }

    @Override
    public Optional<View> onTicket(UUID ticket) {
        return handovers.findFirstByTicketIdOrderByMadeAtDesc(ticket).map(this::view);
    }

    private View view(Handover h) {
        String trouble =
                texts.about(h.id).stream().reduce((a, b) -> b).map(Texts.Sent::said).orElse(null);
        return new View(
                h.id,
                h.changeId,
                h.route,
                h.contactId,
                h.state,
                h.groupCount,
                h.saidBack,
                h.madeAt,
                h.expiresAt,
                h.inAt,
                h.remindedAt != null,
                trouble);
    }

    @Override
    public void choose(UUID ticket, SignedIn me, String route, @Nullable UUID contactId) {
        writes.run(
                () -> {
                    Handover handover = begin(ticket, me);
                    if (!handover.state.equals(Handover.WAITING)) {
                        throw new Problem(
                                409,
                                "handover-begun",
                                "The password was shown or sent already. Finish that, or make a"
                                        + " fresh one.");
                    }
                    switch (route) {
                        case Handover.READ_ALOUD -> {
                            handover.route = Handover.READ_ALOUD;
                            handover.contactId = null;
                            handover.expiresAt = handover.madeAt.plus(properties.readAloudLasts());
                        }
                        case Handover.TEXT -> sendTo(handover, phone(handover, contactId));
                        default -> throw Problem.invalid("A password goes by read-aloud or text.");
                    }
                    record.append(
                            about(Entry.by(EntryKind.HANDOVER_CHOSEN, me.id(), me.name()), handover)
                                    .data("route", words(route)));
                    waypoints.pass("handover-route-uncommitted");
                });
        waypoints.pass("handover-route-committed");
    }

    private People.Contact phone(Handover handover, @Nullable UUID contactId) {
        People.Contact contact =
                Optional.ofNullable(contactId)
                        .flatMap(id -> people.contact(handover.personId, id))
                        .filter(c -> c.kind().texts())
                        .orElseThrow(() -> Problem.unknown("phone on record that takes texts"));
        if (!Routes.oldEnough(contact, clock.instant())) {
            throw new Problem(
                    409,
                    "too-new",
                    "That number is too new on record. Read the password aloud instead.");
        }
        return contact;
    }

    private void sendTo(Handover handover, People.Contact contact) {
        handover.route = Handover.TEXT;
        handover.contactId = contact.id();
        handover.state = Handover.SENDING;
        handover.expiresAt = handover.madeAt.plus(properties.textLasts());
        texts.send(
                Texts.Purpose.HANDOVER,
                handover.id,
                handover.ticketId,
                handover.personId,
                contact.id());
    }

    @Override
    public List<Part> show(UUID ticket, SignedIn me) {
        List<Part> parts =
                writes.get(
                        () -> {
                            Handover handover = begin(ticket, me);
                            if (!handover.route.equals(Handover.READ_ALOUD)) {
                                throw new Problem(
                                        409,
                                        "not-read-aloud",
                                        "This password goes by text; it is not shown here.");
                            }
                            if (handover.saidBack == handover.groupCount) {
                                throw new Problem(
                                        409,
                                        "said-back",
                                        "All of it was said back; it is not shown again.");
                            }
                            handover.state = Handover.SHOWN;
                            record.append(
                                    about(
                                                    Entry.by(
                                                            EntryKind.HANDOVER_SHOWN,
                                                            me.id(),
                                                            me.name()),
                                                    handover)
                                            .data("from", handover.saidBack + 1));
                            List<Part> rest = rest(handover);
                            waypoints.pass("handover-shown-uncommitted");
                            return rest;
                        });
        waypoints.pass("handover-shown-committed");
        return parts;
    }

    private List<Part> rest(Handover handover) {
        List<Spelling.Group> groups = parts(handover.wrappedId);
        List<Part> parts = new ArrayList<>();
        for (int i = handover.saidBack; i < groups.size(); i++) {
            parts.add(new Part(i + 1, groups.get(i).characters(), groups.get(i).words()));
        }
        return parts;
    }

    private List<Spelling.Group> parts(UUID wrapped) {
        try (Secret secret = secrets.take(wrapped).orElseThrow(HandoverDesk::gone)) {
            return Spelling.spell(secret);
        }
    }

    private static Problem gone() {
        return new Problem(
                409,
                "gone",
                "The password is gone. Make a fresh one; the former one will not be needed.");
    }

    @Override
    public void saidBack(UUID ticket, SignedIn me, int part) {
        writes.run(
                () -> {
                    Handover handover = begin(ticket, me);
                    if (!handover.state.equals(Handover.SHOWN)) {
                        throw new Problem(
                                409, "not-shown", "Nothing is shown that could be said back.");
                    }
                    if (part != handover.saidBack + 1) {
                        throw new Problem(
                                409,
                                "another-part",
                                "Part %d is the one to say back now."
                                        .formatted(handover.saidBack + 1));
                    }
                    handover.saidBack = part;
                    record.append(
                            about(
                                            Entry.by(
                                                    EntryKind.HANDOVER_SAID_BACK,
                                                    me.id(),
                                                    me.name()),
                                            handover)
                                    .data("part", part)
                                    .data("parts", handover.groupCount));
                    if (part == handover.groupCount) {
                        handover.state = Handover.SAID_BACK;
                        secrets.discard(handover.wrappedId);
                        record.append(
                                about(
                                                Entry.by(
                                                        EntryKind.HANDOVER_DONE,
                                                        me.id(),
                                                        me.name()),
                                                handover)
                                        .data("route", "read aloud and said back"));
                    }
                    waypoints.pass("handover-said-back-uncommitted");
                });
        waypoints.pass("handover-said-back-committed");
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
                        about(
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

    /** What is handed over is judged as what was changed: a dropped line or a 'no' ends it. */
    private Handover begin(UUID ticketId, SignedIn me) {
        Tickets.View ticket = tickets.hold(ticketId, me);
        Handover handover =
                handovers
                        .findFirstByTicketIdOrderByMadeAtDesc(ticketId)
                        .flatMap(h -> handovers.lock(h.id))
                        .orElseThrow(
                                () ->
                                        new Problem(
                                                409,
                                                "nothing-to-hand-over",
                                                "There is no new password on this ticket."));
        Instant now = clock.instant();
        if (handover.over() || !handover.expiresAt.isAfter(now)) {
            throw new Problem(
                    409,
                    "out-of-force",
                    "That password is out of force. Make a fresh one if they still need it.");
        }
        Changes.View change = changes.change(handover.changeId).orElseThrow();
        Standing.Judged judged =
                standing.judge(
                        ticket,
                        new Standing.Want(change.action().id(), change.system(), me.id()));
        if (!(judged.verdict() instanceof Verdict.Open)) {
            throw new Problem(
                    403,
                    "not-sure-enough",
                    "You cannot hand it over now: what was proved does not hold any more. Prove it"
                            + " again first.");
        }
        return handover;
    }

    private Entry about(Entry entry, Handover handover) {
        return entry.ticket(handover.ticketId, null)
                .person(
                        handover.personId,
                        people.person(handover.personId).map(People.Person::name).orElse(null))
                .data("change", handover.changeId.toString());
    }

    private static String words(String route) {
        return route.equals(Handover.TEXT) ? "text" : "reading aloud";
    }
}
