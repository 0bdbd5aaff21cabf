package earnest.core.record;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.Signature;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;

/**
 * A checkpoint with its signatures, as a signed note: the text, an empty line, and for each
 * signature a line of an em dash, the key's name and base64 of the key's hash and the signature.
 *
 * @param note the whole signed note
 */
public record Seal(Checkpoint checkpoint, String note) {
    private static final String DASH = "\u2014 ";
    private static final int HASH_BYTES = 4;

    private record Signed(String name, byte[] hash, byte[] signature) {}

    /** Signs a checkpoint. */
    public static Seal sign(Checkpoint checkpoint, SealKey key, PrivateKey secret) {
        String text = checkpoint.text();
        byte[] signature;
        try {
            Signature signer = Signature.getInstance("Ed25519");
            signer.initSign(secret);
            signer.update(text.getBytes(StandardCharsets.UTF_8));
            signature = signer.sign();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("the key cannot sign", e);
        }
        byte[] both =
                ByteBuffer.allocate(HASH_BYTES + signature.length)
                        .put(key.hash())
                        .put(signature)
                        .array();
        String line = DASH + key.name() + " " + Base64.getEncoder().encodeToString(both) + "\n";
        return new Seal(checkpoint, text + "\n" + line);
    }

    /**
     * Reads a signed note. It is not verified yet.
     *
     * @throws IllegalArgumentException if it is no signed note of a checkpoint
     */
    public static Seal read(String note) {
        int empty = note.indexOf("\n\n");
        if (empty < 0 || signatures(note).isEmpty()) {
            throw new IllegalArgumentException("seal: must be a signed note");
        }
        return new Seal(Checkpoint.read(note.substring(0, empty + 1)), note);
    }

    /** Whether that key made one of the signatures, under its own name. */
    public boolean signedBy(SealKey key) {
        byte[] text = checkpoint.text().getBytes(StandardCharsets.UTF_8);
        byte[] given = note.substring(0, note.indexOf("\n\n") + 1).getBytes(StandardCharsets.UTF_8);
        return Arrays.equals(text, given)
                && signatures(note).stream()
                        .filter(s -> s.name.equals(key.name()) && Arrays.equals(s.hash, key.hash()))
                        .anyMatch(s -> key.verifies(text, s.signature));
    }

    private static List<Signed> signatures(String note) {
        List<Signed> signatures = new ArrayList<>();
        int empty = note.indexOf("\n\n");
        for (String line : note.substring(empty + 2).split("\n")) {
            String[] parts = line.split(" ");
            if (!line.startsWith(DASH) || parts.length != 3) {
                throw new IllegalArgumentException("seal: a signature line is not one");
            }
            byte[] both;
            try {
                both = StrictBase64.decode(parts[2]);
            } catch (IllegalArgumentException e) {
                throw new IllegalArgumentException("seal: a signature is not base64", e);
            }
            if (both.length <= HASH_BYTES) {
                throw new IllegalArgumentException("seal: a signature is too short");
            }
            signatures.add(
                    new Signed(
                            parts[1],
                            Arrays.copyOf(both, HASH_BYTES),
                            Arrays.copyOfRange(both, HASH_BYTES, both.length)));
        }
        return signatures;
    }
}
