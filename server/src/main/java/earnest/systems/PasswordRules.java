package earnest.systems;

import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.passwords.Policy;
import earnest.core.passwords.PolicyFile;
import earnest.ground.Worded;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * What an organisation asks of passwords in one system, beside what the system asks itself.
 *
 * @param styles that a temporary password may have; where only {@link PasswordStyle#COPIED} is
 *     among them, nobody at the desk sees one
 */
record PasswordRules(Policy policy, Set<PasswordStyle> styles) {
    /**
     * Reads rules.
     *
     * @throws BadField naming the field that is wrong
     */
    static PasswordRules read(Fields fields) {
        // Rows of a version before this one say ways.
        String named = fields.has("ways") ? "ways" : "styles";
        List<PasswordStyle> styles = fields.list(named, PasswordRules::style);
        Policy policy =
                fields.has("policy") ? PolicyFile.read(fields.object("policy")) : Policy.DEFAULT;
        fields.noOthers();
        if (styles.isEmpty()) {
            throw new BadField(fields.name(named), "must name at least one");
        }
        return new PasswordRules(policy, EnumSet.copyOf(styles));
    }

    private static PasswordStyle style(String name, Object value) {
        return Worded.find(PasswordStyle.class, Fields.asText(name, value))
                .orElseThrow(() -> new BadField(name, "is read-aloud, spoken, copied or typed"));
    }

    /** The policy with what the system asks itself. */
    Policy with(int leastLength) {
        return new Policy(
                Math.max(policy.minLength(), leastLength),
                policy.maxLength(),
                policy.allowed(),
                policy.atLeast(),
                policy.classesAtLeast(),
                policy.maxRun(),
                policy.forbiddenWords(),
                policy.blocklist(),
                policy.minBits());
    }
}
