package earnest.people;

import java.util.Arrays;
import java.util.Optional;

/** How somebody wants to be spoken with, where it is not just so. */
public enum SpokenWith {
    SLOWLY("slowly", "Slowly, one thing at a time", "slowly", true),
    WRITING("writing", "In writing", "in writing", false),
    RELAY("relay", "Through a relay", "through a relay", false);

    private final String id;
    private final String label;
    private final String words;
    private final boolean alone;

    SpokenWith(String id, String label, String words, boolean alone) {
        this.id = id;
        this.label = label;
        this.words = words;
        this.alone = alone;
    }

    public String id() {
        return id;
    }

    /** As they choose it. */
    public String label() {
        return label;
    }

    /** As "to be spoken with …" goes on. */
    public String words() {
        return words;
    }

    /** Whether they hear it themselves, and nobody else does: else nothing secret is spoken. */
    public boolean alone() {
        return alone;
    }

    public static Optional<SpokenWith> of(String id) {
        return Arrays.stream(values()).filter(one -> one.id.equals(id)).findFirst();
    }
}
