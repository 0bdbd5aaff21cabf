package earnest.changes;

import earnest.access.SignedIn;
import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.connectors.AccountState;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Decides on a change, in one transaction and on the locked ticket. */
@Component
class ChangeDecision {
    private final ChangeRepository changes;
    private final NewChanges newChanges;
    private final Subjects subjects;
    private final DailyLimit limit;
    private final Standing standing;
    private final Tickets tickets;
    private final WrappedSecrets secrets;
    private final Waypoints waypoints;
    private final TheRecord record;

    ChangeDecision(
            ChangeRepository changes,
            NewChanges newChanges,
            Subjects subjects,
            DailyLimit limit,
            Standing standing,
            Tickets tickets,
            WrappedSecrets secrets,
            Waypoints waypoints,
            TheRecord record) {
        this.changes = changes;
        this.newChanges = newChanges;
        this.subjects = subjects;
        this.limit = limit;
        this.standing = standing;
        this.tickets = tickets;
        this.secrets = secrets;
        this.waypoints = waypoints;
        this.record = record;
    }

    /**
     * @return the change, or the one that runs if it is the same
     * @throws Problem with the reason why not
     * @throws org.springframework.dao.DuplicateKeyException if another began at the same time
     */
    UUID decide(
            UUID ticketId,
            Actor actor,
            ManagedSystem system,
            Changes.Intent intent,
            Subject subject,
            Intending.Password password) {
        Action action = intent.action();
        Tickets.View ticket = tickets.hold(ticketId, actor);
        Optional<AccountChange> running = running(subject);
        if (running.isPresent()) {
            return sameOrBusy(running.get(), ticketId, action);
        }
        tickets.hold(ticketId, actor, intent.version());
        Standing.Deed deed = subject.deed(action, actor.id());
        Standing.Judged judged = standing.judge(ticket, deed, subject.groups());
        Permit permit = Permissions.mustBeOpen(judged);
        AccountState before = subjects.helpable(system, subject, actor, action);
        limit.mustLeaveOne(subject.person());
        if (password.refusal() != null) {
            throw password.refusal();
        }
        permit.mustCover(ticketId, ticket.version(), deed);
        AccountChange change =
                newChanges.draft(action, subject.person().id(), subject.account(), before);
        change.ticketId = ticketId;
        change.conversationId = ticket.conversation();
        change.analystId = actor.id();
        if (password.secret() != null) {
            change.wrappedId = secrets.keep(ticketId, subject.person().id(), password.secret());
            change.style =
                    action == Action.TEMPORARY_PASSWORD ? intent.readAloudUnlessSaid() : null;
        }
        newChanges.add(change, system, entry(actor, change, subject, judged));
        tickets.bump(ticketId);
        waypoints.pass("change-intended-uncommitted");
        return change.id;
    }

    /** Writes down that it was refused, and by what. */
    void notAllowed(
            UUID ticketId,
            Actor actor,
            Changes.Intent intent,
            Subject subject,
            NotAllowed refused) {
        Entry by =
                switch (actor) {
                    case Actor.AtDesk(SignedIn me) ->
                            Entry.by(EntryKind.CHANGE_NOT_ALLOWED, me.id(), me.name());
                    case Actor.Alone _ -> Entry.byEarnest(EntryKind.CHANGE_NOT_ALLOWED);
                };
        record.append(
                by.ticket(ticketId, tickets.view(ticketId).conversation())
                        .person(subject.person().id(), subject.person().name())
                        .account(subject.account().system(), subject.account().name())
                        .data("action", intent.action().word())
                        .data("deed", intent.action().deed())
                        .data("missing", refused.missing())
                        .why(refused.judged().why()));
    }

    private Entry entry(
            Actor actor, AccountChange change, Subject subject, Standing.Judged judged) {
        Entry by =
                switch (actor) {
                    case Actor.AtDesk(SignedIn me) ->
                            Entry.by(EntryKind.CHANGE_INTENDED, me.id(), me.name());
                    // Enough was proved: it is they.
                    case Actor.Alone(UUID person) ->
                            Entry.byPerson(
                                    EntryKind.CHANGE_INTENDED, person, subject.person().name());
                };
        return newChanges
                .about(by, change, subject.person().name())
                .data("way", change.style == null ? "" : ", " + change.style.words())
                .why(judged.why());
    }

    private Optional<AccountChange> running(Subject subject) {
        return changes.running(subject.account().system(), subject.account().name());
    }

    /**
     * The change that runs, if it is the same.
     *
     * @throws Problem 409 if it is another
     */
    UUID running(UUID ticket, Action action, Subject subject) {
        return running(subject)
                .map(change -> sameOrBusy(change, ticket, action))
                .orElseThrow(ChangeDecision::busy);
    }

    private static UUID sameOrBusy(AccountChange running, UUID ticket, Action action) {
        if (running.ticketId.equals(ticket) && running.action == action) {
            return running.id;
        }
        throw busy();
    }

    private static Problem busy() {
        return new Problem(
                409,
                "already-running",
                "Another change to this account is under way. Wait until it is settled.");
    }
}
