package earnest.checks.vouching;

import earnest.channels.Messages;
import earnest.checks.Enrolments;
import earnest.checks.Passkeys;
import earnest.checks.methods.CheckHistory;
import earnest.core.assurance.Route;
import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/** Who can vouch: somebody who is reached, and has a proof of their own that is not new. */
@Component
public class Vouchers {
    /** Two who vouch for each other in turn would need nobody else. */
    private static final Duration NOT_EACH_OTHER = Duration.ofDays(1);

    private final People people;
    private final Messages messages;
    private final Enrolments enrolments;
    private final Passkeys passkeys;
    private final CheckHistory history;

    Vouchers(
            People people,
            Messages messages,
            Enrolments enrolments,
            Passkeys passkeys,
            CheckHistory history) {
        this.people = people;
        this.messages = messages;
        this.enrolments = enrolments;
        this.passkeys = passkeys;
        this.history = history;
    }

    /** Since when something counts that is not trusted from the start. */
    private static boolean old(@Nullable Instant since, int recentPathDays, Instant now) {
        return since == null
                || Duration.between(since, now).compareTo(Duration.ofDays(recentPathDays)) >= 0;
    }

    /**
     * Somebody as one who vouches; empty if they are not reached, or have no proof of their own.
     *
     * @param recentPathDays in days; what is younger is not used
     */
    public Optional<Voucher> voucher(
            People.Person one, String as, String says, int recentPathDays, Instant now) {
        Optional<UUID> authenticator =
                enrolments.authenticators(one.id()).stream()
                        .filter(its -> !its.atLimit() && old(its.since(), recentPathDays, now))
                        .map(Enrolments.Device::id)
                        .findFirst();
        List<UUID> theirs =
                passkeys.of(one.id()).stream()
                        .filter(its -> old(its.since(), recentPathDays, now))
                        .map(Passkeys.OfPerson::id)
                        .toList();
        if (authenticator.isEmpty() && theirs.isEmpty()) {
            return Optional.empty();
        }
        return contact(one.id(), recentPathDays, now)
                .map(
                        contact ->
                                new Voucher(
                                        one.id(),
                                        one.name(),
                                        contact.id(),
                                        as,
                                        says,
                                        authenticator.orElse(null),
                                        theirs,
                                        false));
    }

    /** A telephone before a mailbox: whoever stands beside somebody has it at hand. */
    private Optional<People.Contact> contact(UUID person, int recentPathDays, Instant now) {
        List<People.Contact> all = people.contacts(person);
        return Stream.of(Route.TEXT, Route.MAIL)
                .flatMap(
                        route ->
                                all.stream()
                                        .filter(c -> old(c.since(), recentPathDays, now))
                                        .filter(
                                                c ->
                                                        messages.reach(c)
                                                                .filter(r -> r.route() == route)
                                                                .isPresent()))
                .findFirst();
    }

    /** Whether somebody was vouched for by the other lately. */
    public boolean vouchedBy(UUID person, UUID other, Instant now) {
        return history.passedOn(
                person, List.of("approver:" + other, "person:" + other), now.minus(NOT_EACH_OTHER));
    }
}
