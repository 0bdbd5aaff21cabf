package earnest.core.passwords;

import earnest.core.json.BadField;
import earnest.core.json.Fields;

import org.jspecify.annotations.Nullable;

import java.util.EnumMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** A policy as it is written in a file; every field may be left out. */
public final class PolicyFile {
    private PolicyFile() {}

    /**
     * Reads a policy.
     *
     * @throws BadField naming the field that is wrong or unknown
     */
    public static Policy read(Fields fields) {
        Policy otherwise = Policy.DEFAULT;
        int minLength = fields.number("minLength", otherwise.minLength());
        int maxLength = fields.number("maxLength", Math.max(minLength, otherwise.maxLength()));
        Set<Integer> allowed = allowed(fields.textOrNull("allowed"));
        Map<CharacterClass, Integer> atLeast =
                fields.has("atLeast") ? atLeast(fields.object("atLeast")) : Map.of();
        int classes = fields.number("classesAtLeast", otherwise.classesAtLeast());
        int maxRun = otherwise.maxRun();
        if (fields.has("maxRun")) {
            maxRun = fields.number("maxRun");
            if (maxRun < 1) {
                throw new BadField(fields.name("maxRun"), "must be at least 1");
            }
        }
        Set<String> words = new HashSet<>(fields.texts("forbiddenWords"));
        boolean blocklist = fields.truth("blocklist", otherwise.blocklist());
        int minBits = fields.number("minBits", otherwise.minBits());
        fields.noOthers();
        try {
            return new Policy(
                    minLength, maxLength, allowed, atLeast, classes, maxRun, words, blocklist,
                    minBits);
        } catch (IllegalArgumentException e) {
            String[] said = String.valueOf(e.getMessage()).split(": ", 2);
            throw new BadField(fields.name(said[0]), said[1]);
        }
    }

    private static @Nullable Set<Integer> allowed(@Nullable String characters) {
        return characters == null
                ? null
                : characters.codePoints().boxed().collect(Collectors.toSet());
    }

    private static Map<CharacterClass, Integer> atLeast(Fields fields) {
        Map<CharacterClass, Integer> atLeast = new EnumMap<>(CharacterClass.class);
        for (CharacterClass type : CharacterClass.values()) {
            atLeast.put(type, fields.number(type.name().toLowerCase(Locale.ROOT), 0));
        }
        fields.noOthers();
        return atLeast;
    }
}
