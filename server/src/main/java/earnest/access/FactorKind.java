package earnest.access;

import earnest.record.EntryKind;

import java.util.Arrays;

/** What staff may sign in with beside their password. */
enum FactorKind {
    AUTHENTICATOR("authenticator", 1, EntryKind.SECOND_FACTOR_SET_UP),
    PASSKEY("passkey", 5, EntryKind.STAFF_PASSKEY_SET_UP);

    private final String word;
    private final int most;
    private final EntryKind setUp;

    FactorKind(String word, int most, EntryKind setUp) {
        this.word = word;
        this.most = most;
        this.setUp = setUp;
    }

    /** As it is stored and said. */
    String word() {
        return word;
    }

    /** How many somebody may have. */
    int most() {
        return most;
    }

    EntryKind setUp() {
        return setUp;
    }

    static FactorKind of(String word) {
        return Arrays.stream(values())
                .filter(kind -> kind.word.equals(word))
                .findFirst()
                .orElseThrow();
    }
}
