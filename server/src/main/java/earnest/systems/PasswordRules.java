package earnest.systems;

import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.passwords.Policy;
import earnest.core.passwords.PolicyFile;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * What an organisation asks of passwords in one system, beside what the system asks itself.
 *
 * @param ways how a temporary password may come about; where only {@link Way#COPIED} is among them,
 *     nobody at the desk sees one
 */
record PasswordRules(Policy policy, Set<Way> ways) {
    /**
     * Reads rules.
     *
     * @throws BadField naming the field that is wrong
     */
    static PasswordRules read(Fields fields) {
        List<Way> ways = fields.list("ways", PasswordRules::way);
        Policy policy =
                fields.has("policy") ? PolicyFile.read(fields.object("policy")) : Policy.DEFAULT;
        fields.noOthers();
        if (ways.isEmpty()) {
            throw new BadField(fields.name("ways"), "must name at least one");
        }
        return new PasswordRules(policy, EnumSet.copyOf(ways));
    }

    private static Way way(String name, Object value) {
        String id = Fields.asText(name, value);
        return Arrays.stream(Way.values())
                .filter(way -> way.id().equals(id))
                .findFirst()
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
