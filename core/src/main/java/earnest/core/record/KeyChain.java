package earnest.core.record;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;

/**
 * The keys that sealed a record one after the other, and which of them somebody has. Each key is
 * good for seals from the change that named it up to the last seal that it signed itself: a key
 * that was given up seals nothing more. Immutable, thread-safe.
 */
final class KeyChain {
    private final SealKey given;
    private final List<KeyChange> changes;
    private final List<SealKey> keys = new ArrayList<>();

    private KeyChain(SealKey given, List<KeyChange> changes) {
        this.given = given;
        this.changes = changes;
        keys.add(changes.isEmpty() ? given : changes.getFirst().from());
        changes.forEach(change -> keys.add(change.to()));
    }

    /**
     * Why the changes do not follow from each other in the record under that seal, or null. Whose
     * the first key is, this does not say.
     */
    static @Nullable String broken(List<KeyChange> changes, Checkpoint seal) {
        KeyChange former = null;
        for (KeyChange change : changes) {
            String wrong = change.wrong(seal);
            if (wrong != null) {
                return wrong;
            }
            if (former != null
                    && (change.number() < former.seal().checkpoint().size()
                            || !former.to().equals(change.from()))) {
                return "The change of keys in entry %d does not follow from the one in entry %d."
                        .formatted(change.number(), former.number());
            }
            former = change;
        }
        return null;
    }

    /** The chain of changes that {@link #broken} found nothing wrong with. */
    static KeyChain of(SealKey given, List<KeyChange> changes) {
        return new KeyChain(given, changes);
    }

    /** Whether the key that somebody has is one of the chain. */
    boolean known() {
        return keys.contains(given);
    }

    /** The key that seals over so many entries are signed with. */
    SealKey keyFor(long size) {
        return keys.get(changesBefore(size));
    }

    private int changesBefore(long size) {
        int before = 0;
        while (before < changes.size() && changes.get(before).seal().checkpoint().size() < size) {
            before++;
        }
        return before;
    }

    /**
     * Whether a seal is signed by its key, and that key is the one that was given or came after it.
     */
    boolean trusts(Seal seal) {
        long size = seal.checkpoint().size();
        return known() && changesBefore(size) >= keys.indexOf(given) && seal.signedBy(keyFor(size));
    }

    /** Who signed a seal that is trusted. */
    String words(Seal seal) {
        int last = changesBefore(seal.checkpoint().size());
        List<KeyChange> between = changes.subList(keys.indexOf(given), last);
        if (between.isEmpty()) {
            return "The seal is signed by %s.".formatted(given.name());
        }
        StringBuilder words =
                new StringBuilder(
                        "The seal is signed by a key that took over from the one given: ");
        String comma = "";
        for (KeyChange change : between) {
            words.append(comma)
                    .append(
                            "entry %d names %s, and the key before it signed that at %s"
                                    .formatted(
                                            change.number(),
                                            change.to().text(),
                                            change.seal().checkpoint().time()));
            comma = "; then ";
        }
        return words.append('.').toString();
    }
}
