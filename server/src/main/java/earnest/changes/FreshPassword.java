package earnest.changes;

import earnest.core.passwords.Check;
import earnest.core.passwords.Generator;
import earnest.core.passwords.PersonWords;
import earnest.core.passwords.Policy;
import earnest.core.passwords.Secret;
import earnest.core.passwords.Style;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.systems.ManagedSystem;
import earnest.systems.PasswordStyle;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Temporary passwords under a system's policy, with nothing of the person's own in them. The policy
 * is asked of the system, so none of this is done within a transaction.
 */
@Component
class FreshPassword {
    private final SecureRandom random;

    FreshPassword(SecureRandom random) {
        this.random = random;
    }

    /**
     * Draws one, or takes the one that was typed. The caller wipes it.
     *
     * @param typed given exactly when the style is {@link PasswordStyle#TYPED}
     * @throws Problem 403 if the system's rule does not allow the style, 409 if the policy leaves
     *     too few, 422 if what was typed breaks a rule
     */
    Secret make(
            ManagedSystem system,
            People.Person person,
            PasswordStyle style,
            @Nullable Secret typed) {
        mustBeAllowed(system, style);
        if ((style == PasswordStyle.TYPED) != (typed != null)) {
            throw Problem.invalid("A password is given when it is to be typed, and only then.");
        }
        if (typed != null) {
            mustBeAdmitted(check(system, person, typed));
            return typed.copy();
        }
        try {
            return draw(system, person, style.drawn());
        } catch (Generator.TooFew | Generator.TooIntricate e) {
            throw new Problem(
                    409,
                    "no-password",
                    "The password policy of %s leaves too few passwords that could be %s. Choose another kind, or tell the steward."
                            .formatted(system.name(), style.words()));
        }
    }

    /**
     * Takes one that its person chose. The caller wipes what is given.
     *
     * @throws Problem 422 if there is none, or it breaks a rule
     */
    Secret own(ManagedSystem system, People.Person person, @Nullable Secret chosen) {
        if (chosen == null) {
            throw Problem.invalid("An own password is chosen by its person.");
        }
        mustBeAdmitted(check(system, person, chosen));
        return chosen.copy();
    }

    /**
     * One that nobody will know, under the same policy. The caller wipes it.
     *
     * @throws Generator.TooFew if the policy leaves too few
     * @throws Generator.TooIntricate if it cannot be counted
     */
    Secret nobodyKnows(ManagedSystem system, People.Person person) {
        return draw(system, person, Style.COPIED);
    }

    private Secret draw(ManagedSystem system, People.Person person, Style style) {
        Policy policy = system.policy().forbidding(PersonWords.of(own(person)));
        Generator generator = new Generator(policy, style);
        return generator.draw(generator.leastLength(), random);
    }

    static void mustBeAllowed(ManagedSystem system, PasswordStyle style) {
        if (!system.styles().contains(style)) {
            throw new Problem(
                    403,
                    "style-not-allowed",
                    "The rule of %s does not allow a password that is %s."
                            .formatted(system.name(), style.words()));
        }
    }

    /** Every rule of the system, kept or broken. */
    List<Check.Rule> check(ManagedSystem system, People.Person person, Secret typed) {
        return Check.of(system.policy(), own(person), typed);
    }

    private static void mustBeAdmitted(List<Check.Rule> rules) {
        if (!Check.ok(rules)) {
            throw new Problem(
                    422,
                    "rules-broken",
                    "The system would not take that password. Still to mend: "
                            + rules.stream()
                                    .filter(rule -> !rule.kept())
                                    .map(Check.Rule::words)
                                    .collect(Collectors.joining("; "))
                            + ".");
        }
    }

    private static Set<String> own(People.Person person) {
        return Stream.of(person.name(), person.account(), person.staffNumber())
                .filter(Objects::nonNull)
                .collect(Collectors.toSet());
    }
}
