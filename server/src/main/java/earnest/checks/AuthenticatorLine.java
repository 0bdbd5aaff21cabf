package earnest.checks;

import earnest.core.codes.Base32;
import earnest.core.passwords.Secret;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.Arrays;
import java.util.List;

/** Authenticators: an account and a key in base 32. */
@Component
class AuthenticatorLine implements FactorLine {
    private static final int SHORTEST_KEY = 16;
    private static final int LONGEST_KEY = 64;

    private final Enrolments enrolments;

    AuthenticatorLine(Enrolments enrolments) {
        this.enrolments = enrolments;
    }

    @Override
    public String one() {
        return "an authenticator";
    }

    @Override
    public int fields() {
        return 2;
    }

    @Override
    public String shape() {
        return "It needs an account and a key, with a comma between.";
    }

    @Override
    public Read take(People.Person person, List<String> beside) {
        if (!enrolments.authenticators(person.id()).isEmpty()) {
            return Read.not("They have an authenticator already.");
        }
        byte[] key;
        try (Secret typed = Secret.of(beside.getFirst())) {
            key = Base32.read(typed);
        } catch (IllegalArgumentException none) {
            return Read.not("The key is not in base 32.");
        }
        try {
            return key.length < SHORTEST_KEY || key.length > LONGEST_KEY
                    ? Read.not(
                            "The key has %d to %d bytes, and this one has not."
                                    .formatted(SHORTEST_KEY, LONGEST_KEY))
                    : Read.taken(enrolments.handOut(person.id(), key));
        } finally {
            Arrays.fill(key, (byte) 0);
        }
    }
}
