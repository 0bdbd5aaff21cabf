package earnest.changes;

import earnest.core.passwords.Generator;
import earnest.core.passwords.PersonWords;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.core.passwords.Style;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.systems.Connector;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.util.Objects;
import java.util.UUID;
import java.util.stream.Stream;

/** Draws temporary passwords under a system's policy, with nothing of the person's own in them. */
@Component
class FreshPassword {
    private final WrappedSecrets secrets;
    private final SecureRandom random;

    FreshPassword(WrappedSecrets secrets, SecureRandom random) {
        this.secrets = secrets;
        this.random = random;
    }

    /**
     * Draws one and keeps it wrapped, in the present transaction.
     *
     * @throws Problem 409 if the policy leaves too few
     */
    UUID draw(UUID ticketId, Connector connector, People.Person person) {
        Policy policy =
                connector
                        .policy()
                        .forbidding(
                                PersonWords.of(
                                        Stream.of(
                                                        person.name(),
                                                        person.account(),
                                                        person.staffNumber())
                                                .filter(Objects::nonNull)
                                                .toList()));
        Generator generator = new Generator(policy, Style.READ_ALOUD);
        try (Secret password = generator.draw(generator.leastLength(), random)) {
            return secrets.keep(ticketId, password);
        } catch (Generator.TooFew e) {
            throw new Problem(
                    409,
                    "no-password",
                    "The password policy of %s leaves too few passwords to read aloud. Tell the steward."
                            .formatted(connector.name()));
        }
    }
}
