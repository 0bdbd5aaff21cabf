package earnest.core.passwords;

/** The four classes that systems count. A symbol is any character that is none of the others. */
public enum CharacterClass {
    LOWER,
    UPPER,
    DIGIT,
    SYMBOL;

    /** The class of a code point. */
    public static CharacterClass of(int codePoint) {
        if (Character.isLowerCase(codePoint)) {
            return LOWER;
        }
        if (Character.isUpperCase(codePoint)) {
            return UPPER;
        }
        return Character.isDigit(codePoint) ? DIGIT : SYMBOL;
    }
}
