package earnest.handover;

import earnest.access.SignedIn;
import earnest.changes.Changes;
import earnest.changes.LiveAccounts;
import earnest.channels.TicketChannels;
import earnest.checks.Permit;
import earnest.checks.Standing;
import earnest.core.assurance.Route;
import earnest.core.assurance.Verdict;
import earnest.core.record.Leaf;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * What is handed over is judged as what was changed, for the same person and account: a dropped
 * line, a 'no' or another name on the ticket ends it.
 */
@Component
class HandoverPermits {
    private final CurrentHandover current;
    private final Changes changes;
    private final LiveAccounts accounts;
    private final Standing standing;
    private final Tickets tickets;
    private final People people;
    private final TicketChannels channels;
    private final Writes writes;
    private final Clock clock;

    HandoverPermits(
            CurrentHandover current,
            Changes changes,
            LiveAccounts accounts,
            Standing standing,
            Tickets tickets,
            People people,
            TicketChannels channels,
            Writes writes,
            Clock clock) {
        this.current = current;
        this.changes = changes;
        this.accounts = accounts;
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
        this.channels = channels;
        this.writes = writes;
        this.clock = clock;
    }

    /**
     * A handover that may go on, locked, and the routes that the rule allows.
     *
     * @param ticket as it was judged
     * @param routes null: all
     * @param written whether one writes with them, instead of speaking
     * @param heardAlone whether a secret may be spoken with them
     * @param why what allows it
     */
    record Permitted(
            Tickets.View ticket,
            Handover handover,
            @Nullable List<Route> routes,
            boolean written,
            boolean heardAlone,
            Leaf.Why why) {
        /**
         * @throws Problem 403 if the rules that opened the change do not allow the route
         */
        void mustAllow(Route route) {
            if (routes != null && !routes.contains(route)) {
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

        /**
         * @throws Problem 409 for a password that nobody at the desk sees, or where nobody speaks
         */
        void mustBeReadAloud() {
            if (written) {
                throw new Problem(
                        409,
                        "not-aloud",
                        "Nobody hears you here, and no password goes through what is written. Send"
                                + " it, or let them choose one on their own page.");
            }
            if (!heardAlone) {
                throw new Problem(
                        409,
                        "not-aloud",
                        "They are spoken with in writing or through somebody else: no password is"
                                + " spoken there. Send it, or let them choose one on their own"
                                + " page.");
            }
            if (!handover.style.seen()) {
                throw new Problem(
                        409,
                        "not-to-be-seen",
                        "This password is not to be seen at the desk. Send it by text, or make one"
                                + " to read aloud.");
            }
        }
    }

    /** The groups that the judgement may hang on; asked of a system, before anything is locked. */
    Set<String> groups(UUID ticket) {
        return writes.get(() -> current.of(ticket).map(handover -> changes.made(handover.changeId)))
                .map(change -> accounts.groups(change.person(), change.system()))
                .orElse(Set.of());
    }

    /**
     * Judges the handover of a ticket that is the one now and locks it, in the present transaction.
     *
     * @throws Problem 403 if what was proved does not hold any more, 409 if there is none in force
     */
    Permitted judge(UUID ticketId, SignedIn me, Set<String> groups) {
        Tickets.View ticket = tickets.hold(ticketId, me);
        Handover handover =
                current.locked(ticketId)
                        .orElseThrow(
                                () ->
                                        new Problem(
                                                409,
                                                "nothing-to-hand-over",
                                                "There is no new password on this ticket."));
        mustBeInForce(handover, clock.instant());
        Changes.Made change = changes.made(handover.changeId);
        Standing.Deed deed =
                new Standing.Deed(
                        handover.personId,
                        change.system(),
                        change.account().name(),
                        change.action().word(),
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
        return new Permitted(
                ticket,
                handover,
                bar == null ? null : bar.handover(),
                channels.channel(ticket.channel()).written(),
                people.person(handover.personId).map(one -> one.wishes().heardAlone()).orElse(true),
                judged.why());
    }

    /**
     * The handover of a ticket that was shown, locked, while nothing on the ticket changed since
     * and nothing of the person is stopped: then what was judged as it was shown holds. Empty where
     * it has to be judged anew. In the present transaction.
     */
    Optional<Handover> stillShown(UUID ticketId, SignedIn me) {
        Tickets.View ticket = tickets.hold(ticketId, me);
        return current.locked(ticketId)
                .filter(handover -> handover.state == Handovers.State.SHOWN)
                .filter(handover -> handover.expiresAt.isAfter(clock.instant()))
                .filter(handover -> handover.personId.equals(ticket.person()))
                .filter(handover -> Objects.equals(handover.shownVersion, ticket.version()))
                .filter(handover -> !standing.stopped(handover.personId));
    }

    private static void mustBeInForce(Handover handover, Instant now) {
        if (handover.state.ended() || !handover.expiresAt.isAfter(now)) {
            throw new Problem(
                    409,
                    "out-of-force",
                    handover.state == Handovers.State.UNCLEAR
                            ? "The text with that password may have left or not. Make a fresh one."
                            : "That password is out of force. Make a fresh one if they still need"
                                    + " it.");
        }
    }
}
