package earnest.core.record;

import org.jspecify.annotations.Nullable;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;

/** Seals that a witness kept, and how a record goes through them. Not thread-safe. */
final class Witnessed {
    private final Deque<Seal> ahead;
    private final List<Seal> passed = new ArrayList<>();

    Witnessed(List<Seal> seals) {
        ahead =
                new ArrayDeque<>(
                        seals.stream()
                                .sorted(Comparator.comparingLong(s -> s.checkpoint().size()))
                                .toList());
    }

    /** Whether seals are left that are over more than the record was followed to. */
    boolean ahead() {
        return !ahead.isEmpty();
    }

    /** How many the record went through. */
    int passed() {
        return passed.size();
    }

    /** Compares with what was sealed when the record was just so long; what is wrong, or null. */
    @Nullable String wrong(Frontier tree) {
        while (!ahead.isEmpty() && ahead.getFirst().checkpoint().size() <= tree.size()) {
            Seal seal = ahead.removeFirst();
            Checkpoint sealed = seal.checkpoint();
            boolean same =
                    sealed.size() == tree.size() && Arrays.equals(sealed.root(), tree.root());
            if (!same && sealed.size() > 0) {
                return "Up to entry %d this is not the record that was sealed at %s: it was rewritten after a witness had its seal."
                        .formatted(sealed.size() - 1, sealed.time());
            }
            passed.add(seal);
        }
        return null;
    }

    /**
     * What is wrong with what is left under a last seal, or null. A seal may be younger than it;
     * one that is older and over more shows a cut.
     */
    @Nullable String wrongAfter(Checkpoint last) {
        for (Seal seal : ahead) {
            Checkpoint later = seal.checkpoint();
            if (later.size() > last.size() && !later.time().isAfter(last.time())) {
                return "A witness has a seal of %s over %d entries; the seal here is younger and over %d only: the end was cut."
                        .formatted(later.time(), later.size(), last.size());
            }
        }
        return null;
    }

    /** Which of those passed was not signed by the key in force then, in words, or null. */
    @Nullable String unsigned(KeyChain keys) {
        for (Seal seal : passed) {
            Checkpoint sealed = seal.checkpoint();
            SealKey key = keys.keyFor(sealed.size());
            if (!seal.signedBy(key)) {
                return "The witness's seal of %s is not signed by %s, the key of that time."
                        .formatted(sealed.time(), key.text());
            }
        }
        return null;
    }
}
