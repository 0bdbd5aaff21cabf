package earnest.record;

import earnest.core.record.Checkpoint;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.ground.KeyFiles;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.io.Serial;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.spec.NamedParameterSpec;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The keys that seal: Ed25519, each made of the 32 bytes of a key file as its seed (RFC 8032,
 * section 5.1.5). The first is {@code record.key}; those that took over from it on purpose are
 * {@code record-2.key} and so on. {@link KeyFiles} refuses to start with a lost or another one.
 * Thread-safe.
 */
@Component
class SealingKeys {
    private final KeyFiles files;
    private final KeyChanges changes;
    private final Seals seals;
    private final String origin;
    private final Map<Integer, Key> read = new ConcurrentHashMap<>();

    SealingKeys(KeyFiles files, KeyChanges changes, Seals seals, RecordProperties properties) {
        this.files = files;
        this.changes = changes;
        this.seals = seals;
        this.origin = properties.origin();
        mustFollow(changes.all());
    }

    /** A key with both its halves. */
    record Key(SealKey verifier, KeyPair pair) {
        Seal sign(Checkpoint checkpoint) {
            return Seal.sign(checkpoint, verifier, pair.getPrivate());
        }

        /** Says whose it is, and nothing of its private half. */
        @Override
        public String toString() {
            return verifier.text();
        }
    }

    /**
     * Looks at the keys before anything is sealed.
     *
     * @throws IllegalStateException if one that is needed is missing or another, or a change was
     *     not signed by the key before it
     */
    private void mustFollow(List<KeyChanges.Row> rows) {
        for (KeyChanges.Row row : rows) {
            Seal last = changes.lastSealBefore(row).orElse(null);
            if (last != null && !last.signedBy(SealKey.read(row.former()))) {
                throw new IllegalStateException(
                        "The change to the sealing key %s is not signed by the key before it. The database was altered: restore it, and compare the record with the witness's seals."
                                .formatted(row.to()));
            }
        }
        next();
        if (!rows.isEmpty()) {
            key(rows.getLast().generation(), rows.getLast().to());
        }
    }

    /** The key that signs the next seal: a new one only when its forerunner sealed the change. */
    Key next() {
        return next(seals.latest().orElse(null));
    }

    /** The same, where the last seal is known. */
    Key next(@Nullable Seal latest) {
        int generation = KeyChanges.FIRST;
        String known = null;
        for (KeyChanges.Row row : changes.all()) {
            if (row.sealedUnder(latest)) {
                generation = row.generation();
                known = row.to();
            }
        }
        return key(generation, known);
    }

    /**
     * The key of a generation; its file is made if there never was one.
     *
     * @param known what the record says it is, or null
     */
    Key key(int generation, @Nullable String known) {
        Key key = read.computeIfAbsent(generation, this::read);
        if (known != null && !known.equals(key.verifier.text())) {
            throw new IllegalStateException(
                    "The sealing key %s is not %s, to which the record passed on. Put that one back from your backup."
                            .formatted(key.verifier.text(), known));
        }
        return key;
    }

    private Key read(int generation) {
        String name = generation == KeyChanges.FIRST ? "record" : "record-" + generation;
        byte[] seed = files.key(name);
        KeyPair pair = pair(seed);
        Arrays.fill(seed, (byte) 0);
        return new Key(SealKey.of(origin, pair.getPublic()), pair);
    }

    /** Java gives no public key for a seed, but makes a pair of the 32 bytes that it is given. */
    static KeyPair pair(byte[] seed) {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("Ed25519");
            generator.initialize(NamedParameterSpec.ED25519, new Given(seed));
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Ed25519 is missing from this Java", e);
        }
    }

    private static final class Given extends SecureRandom {
        @Serial private static final long serialVersionUID = 1L;
        private final byte[] seed;

        Given(byte[] seed) {
            this.seed = seed;
        }

        @Override
        public void nextBytes(byte[] bytes) {
            if (bytes.length != seed.length) {
                throw new IllegalStateException("the key generator asks for another length");
            }
            System.arraycopy(seed, 0, bytes, 0, bytes.length);
        }
    }
}
