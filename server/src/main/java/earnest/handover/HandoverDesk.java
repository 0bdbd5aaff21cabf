package earnest.handover;

import earnest.access.SignedIn;
import earnest.changes.Changes;
import earnest.changes.LiveAccounts;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.core.assurance.Route;
import earnest.core.assurance.Verdict;
import earnest.core.passwords.Spelling;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

@Service
class HandoverDesk implements Handovers {
    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Passwords passwords;
    private final Changes changes;
    private final Standing standing;
    private final LiveAccounts accounts;
    private final Tickets tickets;
    private final People people;
    private final Messages messages;
    private final WrappedSecrets secrets;
    private final SettingsInForce settings;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Waypoints waypoints;

    HandoverDesk(
            HandoverRepository handovers,
            HandoverEntries entries,
            Passwords passwords,
            Changes changes,
            Standing standing,
            LiveAccounts accounts,
            Tickets tickets,
            People people,
            Messages messages,
            WrappedSecrets secrets,
            SettingsInForce settings,
            TheRecord record,
            Writes writes,
            Clock clock,
            Waypoints waypoints) {
        this.handovers = handovers;
        this.entries = entries;
        this.passwords = passwords;
        this.changes = changes;
        this.standing = standing;
        this.accounts = accounts;
        this.tickets = tickets;
        this.people = people;
        this.messages = messages;
        this.secrets = secrets;
        this.settings = settings;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    @Override
    public Optional<View> onTicket(UUID ticket) {
        return handovers.findFirstByTicketIdOrderByMadeAtDesc(ticket).map(this::view);
    }

    @Override
    public Optional<InForce> inForce(UUID person) {
        return handovers.inForce(person).stream()
                .filter(h -> !h.state.equals(Handover.WITHDRAWN))
                .findFirst()
                .map(h -> new InForce(h.ticketId, h.madeAt, h.expiresAt));
    }

    private View view(Handover h) {
        String trouble =
                messages.about(h.id).stream()
                        .reduce((a, b) -> b)
                        .map(Messages.Sent::said)
                        .orElse(null);
        return new View(
                h.id,
                h.changeId,
                h.route,
                h.way,
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
        Set<String> groups = groups(ticket);
        writes.run(
                () -> {
                    Begun begun = begin(ticket, me, groups);
                    Handover handover = begun.handover;
                    if (!handover.state.equals(Handover.WAITING)) {
                        throw new Problem(
                                409,
                                "handover-begun",
                                "The password was shown or sent already. Finish that, or make a"
                                        + " fresh one.");
                    }
                    begun.mustAllow(route);
                    if (route.equals(Handover.READ_ALOUD)) {
                        mustBeSeen(handover);
                        handover.route = Handover.READ_ALOUD;
                        handover.contactId = null;
                        handover.expiresAt = handover.madeAt.plus(settings.now().readAloudLasts());
                    } else {
                        sendTo(handover, route, contact(handover, route, contactId));
                    }
                    record.append(
                            entries.about(
                                            Entry.by(EntryKind.HANDOVER_CHOSEN, me.id(), me.name()),
                                            handover)
                                    .data("route", words(route)));
                    waypoints.pass("handover-route-uncommitted");
                });
        waypoints.pass("handover-route-committed");
    }

    private People.Contact contact(Handover handover, String route, @Nullable UUID contactId) {
        People.Contact contact =
                Optional.ofNullable(contactId)
                        .flatMap(id -> people.contact(handover.personId, id))
                        .filter(c -> goesBy(c, route))
                        .orElseThrow(
                                () ->
                                        Problem.unknown(
                                                "contact on record that is reached that way"));
        if (!Routes.oldEnough(contact, clock.instant())) {
            throw new Problem(
                    409,
                    "too-new",
                    "That contact is too new on record. Read the password aloud instead.");
        }
        return contact;
    }

    private boolean goesBy(People.Contact contact, String route) {
        return messages.reach(contact)
                .filter(reach -> reach.route().word().equals(route))
                .isPresent();
    }

    private void sendTo(Handover handover, String route, People.Contact contact) {
        handover.route = route;
        handover.contactId = contact.id();
        handover.state = Handover.SENDING;
        handover.expiresAt = handover.madeAt.plus(settings.now().textLasts());
        messages.send(
                HandoverText.OCCASION,
                handover.id,
                new Recipient(handover.ticketId, handover.personId, contact.id()));
    }

    @Override
    public List<Part> show(UUID ticket, SignedIn me) {
        Set<String> groups = groups(ticket);
        List<Part> parts =
                writes.get(
                        () -> {
                            Begun begun = begin(ticket, me, groups);
                            Handover handover = begun.handover;
                            begun.mustAllow(Handover.READ_ALOUD);
                            mustBeSeen(handover);
                            tickets.view(ticket).mustBeSpeaking();
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
                                    entries.about(
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

    private static void mustBeSeen(Handover handover) {
        if (!handover.how().seen()) {
            throw new Problem(
                    409,
                    "not-to-be-seen",
                    "This password is not to be seen at the desk. Send it by text, or make one to"
                            + " read aloud.");
        }
    }

    private List<Part> rest(Handover handover) {
        List<Spelling.Group> groups = passwords.parts(handover.wrappedId, handover.how());
        List<Part> parts = new ArrayList<>();
        for (int i = handover.saidBack; i < groups.size(); i++) {
            parts.add(new Part(i + 1, groups.get(i).characters(), groups.get(i).words()));
        }
        return parts;
    }

    @Override
    public void saidBack(UUID ticket, SignedIn me, int part) {
        Set<String> groups = groups(ticket);
        writes.run(
                () -> {
                    Handover handover = begin(ticket, me, groups).handover;
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
                            entries.about(
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
                                entries.about(
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

    /** Read before anything is locked. */
    private Set<String> groups(UUID ticket) {
        return handovers
                .findFirstByTicketIdOrderByMadeAtDesc(ticket)
                .flatMap(handover -> changes.change(handover.changeId))
                .map(change -> accounts.groups(change.person(), change.system()))
                .orElse(Set.of());
    }

    /**
     * What is handed over is judged as what was changed, for the same person and account: a dropped
     * line, a 'no' or another name on the ticket ends it.
     */
    private record Begun(Handover handover, @Nullable List<Route> routes) {
        /**
         * @throws Problem 403 if the rules that opened the change do not allow the route
         */
        void mustAllow(String route) {
            if (routes != null && routes.stream().noneMatch(one -> one.word().equals(route))) {
                throw new Problem(
                        403,
                        "route-not-allowed",
                        "The rules let this password go only by: %s."
                                .formatted(
                                        routes.stream()
                                                .map(Route::word)
                                                .collect(Collectors.joining(", "))));
            }
        }
    }

    private Begun begin(UUID ticketId, SignedIn me, Set<String> groups) {
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
        if (handover.ended() || !handover.expiresAt.isAfter(now)) {
            throw new Problem(
                    409,
                    "out-of-force",
                    handover.state.equals(Handover.UNCLEAR)
                            ? "The text with that password may have left or not. Make a fresh one."
                            : "That password is out of force. Make a fresh one if they still need"
                                    + " it.");
        }
        Changes.View change = changes.change(handover.changeId).orElseThrow();
        Standing.Deed deed =
                new Standing.Deed(
                        handover.personId,
                        change.system(),
                        change.account().name(),
                        change.action().id(),
                        me.id());
        Standing.Judged judged = standing.judge(ticket, deed, groups);
        Permit permit = judged.permit();
        if (permit == null) {
            throw new Problem(
                    403,
                    "not-sure-enough",
                    "You cannot hand it over now: what was proved does not hold any more. Prove it"
                            + " again first.");
        }
        permit.mustCover(ticketId, ticket.version(), deed);
        Verdict.Bar bar = judged.verdict().bar();
        return new Begun(handover, bar == null ? null : bar.handover());
    }

    private static String words(String route) {
        return route.equals(Handover.READ_ALOUD) ? "reading aloud" : route;
    }
}
