package earnest.core.passwords;

/** Characters compared without regard to case. */
final class Folded {
    private Folded() {}

    /** What all cases of one character have in common. */
    static int of(int codePoint) {
        return Character.toLowerCase(Character.toUpperCase(codePoint));
    }
}
