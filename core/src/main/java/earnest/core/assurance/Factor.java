package earnest.core.assurance;

import java.util.Locale;

/** The kind of proof that a method gives. {@code REACH} is weaker than having a thing. */
public enum Factor {
    HAS,
    IS,
    KNOWS,
    REACH,
    VOUCHED,
    SHOWN;

    /** The name in rulebooks. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /**
     * The factor of a rulebook's word.
     *
     * @throws BadInput naming {@code field} if there is none
     */
    public static Factor of(String word, String field) {
        for (Factor factor : values()) {
            if (factor.word().equals(word)) {
                return factor;
            }
        }
        throw new BadInput(field, "unknown factor '" + word + "'");
    }
}
