package earnest.core.procedures;

import java.util.ArrayList;
import java.util.List;

/**
 * A text in quotes, with slots.
 *
 * @param text without quotes and escapes, slots as they are written
 * @param slots what fills them, in order
 */
public record Words(String text, List<Reference> slots) {
    public Words {
        slots = List.copyOf(slots);
    }

    /**
     * Reads the slots of a text.
     *
     * @throws BadLine for a brace that does not belong to a slot, or a slot without a name
     */
    static Words of(String text) {
        List<Reference> slots = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '}') {
                throw new BadLine("a '}' stands there without its '{'");
            }
            if (c == '{') {
                int end = text.indexOf('}', at);
                if (end < 0) {
                    throw new BadLine("a slot begins with '{' and has no '}'");
                }
                String name = text.substring(at + 1, end);
                Reference slot = Reference.of(name);
                if (slot == null) {
                    throw new BadLine(
                            "'{" + name + "}' is no slot: it wants a name, as in {done.words}");
                }
                slots.add(slot);
                at = end;
            }
            at++;
        }
        return new Words(text, slots);
    }

    /** As it is written, in quotes. */
    @Override
    public String toString() {
        return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }
}
