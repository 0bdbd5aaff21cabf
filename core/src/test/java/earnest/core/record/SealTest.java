package earnest.core.record;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;

class SealTest {
    private static final Checkpoint CHECKPOINT =
            new Checkpoint(
                    "desk.example/record",
                    7,
                    Tree.leaf(new byte[] {1}),
                    Instant.parse("2026-11-23T10:12:00.123456Z"));

    static KeyPair pair() {
        try {
            return KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The key and signature in the documentation of the signed-note form's reference. */
    @Test
    void readsAVerifierKeyAndANoteThatOthersMade() {
        SealKey key =
                SealKey.read("PeterNeumann+c74f20a3+ARpc2QcUPDhMQegwxbzhKqiBfsVkmqq/LDE4izWy10TW");
        assertEquals("PeterNeumann", key.name());
        byte[] text =
                ("If you think cryptography is the answer to your problem,\n"
                                + "then you don't know what your problem is.\n")
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8);
        byte[] line =
                Base64.getDecoder()
                        .decode(
                                "x08go/ZJkuBS9UG/SffcvIAQxVBtiFupLLr8pAcElZInNIuGUgYN1FFYC2pZSNXgKvqfqdngotpRZb6KE6RyyBwJnAM=");
        assertTrue(key.verifies(text, Arrays.copyOfRange(line, 4, line.length)));
        text[0] ^= 1;
        assertFalse(key.verifies(text, Arrays.copyOfRange(line, 4, line.length)));
    }

    @Test
    void whatIsSignedIsReadBackAndVerifies() {
        for (int i = 0; i < 40; i++) {
            KeyPair pair = pair();
            SealKey key = SealKey.of("desk", pair.getPublic());
            assertEquals(key, SealKey.read(key.text()));
            Seal seal = Seal.sign(CHECKPOINT, key, pair.getPrivate());
            assertEquals(seal, Seal.read(seal.note()));
            assertTrue(Seal.read(seal.note()).signedBy(SealKey.read(key.text())));
            assertFalse(seal.signedBy(SealKey.of("desk", pair().getPublic())));
            assertFalse(seal.signedBy(SealKey.of("other", pair.getPublic())));
        }
    }

    @Test
    void theTextIsTheCheckpointFormWithTheTime() {
        assertEquals(
                "desk.example/record\n7\ntBP0fRPuL+bIRbLuFBr4HehY307FSaWLeXC7lmRbyNI=\n"
                        + "time 2026-11-23T10:12:00.123456Z\n",
                CHECKPOINT.text());
        assertEquals(CHECKPOINT, Checkpoint.read(CHECKPOINT.text()));
    }

    @Test
    void aSealIsNotSignedAnyMoreOnceAnyLetterOfItIsAnother() {
        KeyPair pair = pair();
        SealKey key = SealKey.of("desk", pair.getPublic());
        String note = Seal.sign(CHECKPOINT, key, pair.getPrivate()).note();
        for (int i = 0; i < note.length(); i++) {
            String other =
                    note.substring(0, i) + (char) (note.charAt(i) ^ 1) + note.substring(i + 1);
            boolean signed;
            try {
                signed = Seal.read(other).signedBy(key);
            } catch (IllegalArgumentException notEvenASeal) {
                signed = false;
            }
            assertFalse(signed, "letter " + i);
        }
    }

    /** Bits of the last letter that stand for nothing must be zero. */
    @Test
    void aSignatureIsWrittenInOneWayOnly() {
        String letters = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
        KeyPair pair = pair();
        SealKey key = SealKey.of("desk", pair.getPublic());
        String note = Seal.sign(CHECKPOINT, key, pair.getPrivate()).note();
        int last = note.indexOf("=\n", note.indexOf("— ")) - 1;
        int value = letters.indexOf(note.charAt(last));
        for (int unused = 1; unused < 4; unused++) {
            String other =
                    note.substring(0, last)
                            + letters.charAt(value + unused)
                            + note.substring(last + 1);
            assertThrows(IllegalArgumentException.class, () -> Seal.read(other));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "desk\n1\nAA==\ntime 2026-11-23T10:12:00Z\n\n— desk AAAA\n",
                "desk\n"
                        + "01\n"
                        + "tBP0fRPuL+bIRbLuFBr4HehY307FSaWLeXC7lmRbyNI=\n"
                        + "time 2026-11-23T10:12:00Z\n\n"
                        + "— desk AAAAAAA=\n",
                "desk\n"
                        + "1\n"
                        + "tBP0fRPuL+bIRbLuFBr4HehY307FSaWLeXC7lmRbyNI=\n"
                        + "time now\n\n"
                        + "— desk AAAAAAA=\n",
                "desk\n1\ntBP0fRPuL+bIRbLuFBr4HehY307FSaWLeXC7lmRbyNI=\n\n— desk AAAAAAA=\n",
                "desk\n"
                        + "1\n"
                        + "tBP0fRPuL+bIRbLuFBr4HehY307FSaWLeXC7lmRbyNI=\n"
                        + "time 2026-11-23T10:12:00Z\n\n"
                        + "no signature\n",
                "desk\n1\ntBP0fRPuL+bIRbLuFBr4HehY307FSaWLeXC7lmRbyNI=\ntime 2026-11-23T10:12:00Z\n"
            })
    void whatIsNoSealIsRefused(String note) {
        assertThrows(IllegalArgumentException.class, () -> Seal.read(note));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "desk",
                "desk+00000000+AA==",
                "desk+zz+!!",
                "PeterNeumann+c74f20a4+ARpc2QcUPDhMQegwxbzhKqiBfsVkmqq/LDE4izWy10TW",
                "PeterNeumann+c74f20a3+Ahpc2QcUPDhMQegwxbzhKqiBfsVkmqq/LDE4izWy10TW"
            })
    void whatIsNoKeyIsRefused(String key) {
        assertThrows(IllegalArgumentException.class, () -> SealKey.read(key));
    }
}
