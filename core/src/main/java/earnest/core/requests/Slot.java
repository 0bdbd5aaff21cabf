package earnest.core.requests;

import earnest.core.json.BadField;

import java.util.Locale;

/** What is filled in for each request. */
public enum Slot {
    /** Whom it goes to, in E.164. */
    NUMBER,
    TEXT,
    SENDER,
    /** Our own, by which the service may tell requests apart. */
    REFERENCE,
    USER,
    PASSWORD;

    /** As descriptions and command lines name it. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Whether it is shown to nobody. */
    public boolean isSecret() {
        return this == PASSWORD;
    }

    /**
     * The slot of a word.
     *
     * @throws BadField if there is none
     */
    public static Slot of(String word) {
        for (Slot slot : values()) {
            if (slot.word().equals(word)) {
                return slot;
            }
        }
        throw new BadField(
                word,
                "there is no such slot; there are number, text, sender, reference, user, password");
    }
}
