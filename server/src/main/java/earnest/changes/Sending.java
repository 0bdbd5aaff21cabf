package earnest.changes;

import earnest.connectors.ChangeResult;
import earnest.core.passwords.Generator;
import earnest.core.passwords.Secret;
import earnest.people.People;
import earnest.systems.ManagedSystem;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/** Sends a change to its system, with the password that it takes. */
@Component
class Sending {
    private final ChangeRepository changes;
    private final FreshPassword passwords;
    private final People people;
    private final WrappedSecrets secrets;

    Sending(
            ChangeRepository changes,
            FreshPassword passwords,
            People people,
            WrappedSecrets secrets) {
        this.changes = changes;
        this.passwords = passwords;
        this.people = people;
        this.secrets = secrets;
    }

    /**
     * Asks the system; never within a transaction.
     *
     * @throws earnest.ground.Problem 409 if what was granted is for anything else
     */
    ChangeResult send(ManagedSystem system, AccountChange change, AskingPermit.Granted granted) {
        granted.mustCover(change);
        return switch (change.action) {
            case UNLOCK -> system.connector().unlock(change.ref(), change.beforeMark);
            case TEMPORARY_PASSWORD ->
                    with(
                            change,
                            secret ->
                                    system.connector()
                                            .setTemporary(change.ref(), secret, change.beforeMark));
            case OWN_PASSWORD ->
                    with(
                            change,
                            secret ->
                                    system.connector()
                                            .setOwn(change.ref(), secret, change.beforeMark));
            case EXPIRY -> expire(system, change);
        };
    }

    private ChangeResult with(AccountChange change, Function<Secret, ChangeResult> set) {
        Optional<Secret> password = secrets.take(Objects.requireNonNull(change.wrappedId));
        if (password.isEmpty()) {
            return new ChangeResult.Refused(
                    "The password was gone before it was used. Start again.");
        }
        try (Secret secret = password.get()) {
            return set.apply(secret);
        }
    }

    /** Sets a password that nobody knows in the place of the unused one of an earlier change. */
    private ChangeResult expire(ManagedSystem system, AccountChange change) {
        AccountChange given =
                changes.findById(Objects.requireNonNull(change.aboutId)).orElseThrow();
        String effect = given.effectMark;
        if (effect == null) {
            return new ChangeResult.Refused("It is not known when the password was set.");
        }
        People.Person person = people.person(change.personId).orElseThrow();
        try (Secret unknown = passwords.nobodyKnows(system, person)) {
            return system.connector().replaceUnused(change.ref(), unknown, effect);
        } catch (Generator.TooFew | Generator.TooIntricate e) {
            return new ChangeResult.Refused(
                    "The password policy leaves too few passwords to draw one. Tell the steward.");
        }
    }
}
