package earnest.handover;

import earnest.checks.Standing;
import earnest.links.LinkPurpose;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.systems.PasswordStyle;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** The page of the person's own on which a password is shown, once. */
@Component
class HandoverLink implements LinkPurpose {
    static final String ID = "password";
    private static final String SHOW = "show";
    private static final String NOT_ME = "not-me";

    private final HandoverRepository handovers;
    private final HandoverEntries entries;
    private final Withdrawals withdrawals;
    private final SystemNames names;
    private final Standing standing;
    private final WrappedSecrets secrets;
    private final Tickets tickets;
    private final People people;
    private final Clock clock;

    HandoverLink(
            HandoverRepository handovers,
            HandoverEntries entries,
            Withdrawals withdrawals,
            SystemNames names,
            Standing standing,
            WrappedSecrets secrets,
            Tickets tickets,
            People people,
            Clock clock) {
        this.handovers = handovers;
        this.entries = entries;
        this.withdrawals = withdrawals;
        this.names = names;
        this.standing = standing;
        this.secrets = secrets;
        this.tickets = tickets;
        this.people = people;
        this.clock = clock;
    }

    @Override
    public String id() {
        return ID;
    }

    /** One that is still to be opened, locked, in the present transaction. */
    private Optional<Handover> open(UUID about) {
        return handovers
                .lock(about)
                .filter(handover -> handover.state.onItsWay())
                .filter(handover -> handover.expiresAt.isAfter(clock.instant()))
                .filter(handover -> !standing.stopped(handover.personId));
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return open(about)
                .map(
                        handover ->
                                new Shown(
                                        "A temporary password for " + names.of(handover),
                                        List.of(
                                                "It is shown once. Be where nobody looks over your"
                                                    + " shoulder, and open the sign-in first: you"
                                                    + " choose a password of your own there.",
                                                "Nobody from the service desk will ask you for"
                                                        + " it."),
                                        List.of(
                                                new Choice(SHOW, "Show the password", false),
                                                new Choice(
                                                        NOT_ME, "I did not ask for this", true))));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return open(about)
                .flatMap(
                        handover ->
                                choice.equals(SHOW)
                                        ? shown(handover)
                                        : Optional.of(notAsked(handover)));
    }

    private Optional<Told> shown(Handover handover) {
        return secrets.take(handover.wrappedId)
                .map(
                        secret -> {
                            handover.state = Handovers.State.OPENED;
                            secrets.discard(handover.wrappedId);
                            entries.append(
                                    Entry.byEarnest(EntryKind.HANDOVER_DONE)
                                            .data("route", "shown over a one-time link"),
                                    handover);
                            return new Told(
                                    "Sign in to %s with it now, and choose your own."
                                            .formatted(names.of(handover)),
                                    secret,
                                    // Any other style may have a hyphen among its symbols, and is
                                    // still typed character by character.
                                    handover.style == PasswordStyle.SPOKEN);
                        });
    }

    private Told notAsked(Handover handover) {
        withdrawals.withdraw(handover);
        String name = people.person(handover.personId).map(People.Person::name).orElse("They");
        tickets.warn(
                handover.ticketId,
                name + " says: 'I did not ask for this'. The password is out of force");
        return new Told(
                "Thank you. The password is taken out of force, and the service desk is told.");
    }
}
