package earnest.core.devices;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.signatures.Ed25519;

import org.junit.jupiter.api.Test;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Map;
import java.util.UUID;

class DeviceStatementTest {
    private static final UUID DEVICE = UUID.fromString("01a22a78-19da-71ac-aaf8-8fef8fcb6255");
    private final KeyPair pair = pair();

    private static KeyPair pair() {
        try {
            return KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private String signed(DeviceStatement statement) throws GeneralSecurityException {
        Signature signature = Signature.getInstance("Ed25519");
        signature.initSign(pair.getPrivate());
        signature.update(statement.bytes());
        return Base64.getUrlEncoder().withoutPadding().encodeToString(signature.sign());
    }

    private byte[] key() {
        return Ed25519.bytes(pair.getPublic());
    }

    @Test
    void membersStandInOrderWithoutSpace() {
        DeviceStatement statement =
                DeviceStatement.answers(
                        DEVICE, 7, "yes", Map.of("whose", "José", "challenge", "c\"1"));
        assertEquals(
                "{\"answer\":\"yes\",\"count\":7,\"device\":\""
                        + DEVICE
                        + "\","
                        + "\"shown\":{\"challenge\":\"c\\\"1\",\"whose\":\"José\"},"
                        + "\"states\":\"earnest-device-answers/1\"}",
                new String(statement.bytes(), StandardCharsets.UTF_8));
    }

    @Test
    void whatWasSignedIsThatAndNothingElse() throws GeneralSecurityException {
        Map<String, Object> shown = Map.of("challenge", "c1", "who", "Tove Rask");
        String yes = signed(DeviceStatement.answers(DEVICE, 7, "yes", shown));
        assertTrue(DeviceStatement.answers(DEVICE, 7, "yes", shown).isSigned(key(), yes));
        assertFalse(DeviceStatement.answers(DEVICE, 7, "no", shown).isSigned(key(), yes));
        assertFalse(DeviceStatement.answers(DEVICE, 8, "yes", shown).isSigned(key(), yes));
        assertFalse(
                DeviceStatement.answers(
                                DEVICE, 7, "yes", Map.of("challenge", "c1", "who", "Mallory"))
                        .isSigned(key(), yes));
        assertFalse(DeviceStatement.asks(DEVICE, 7).isSigned(key(), yes));
        assertFalse(
                DeviceStatement.answers(DEVICE, 7, "yes", shown)
                        .isSigned(Ed25519.bytes(pair().getPublic()), yes));
    }

    @Test
    void whatIsNoSignatureSignsNothing() {
        DeviceStatement asks = DeviceStatement.asks(DEVICE, 1);
        assertFalse(asks.isSigned(key(), ""));
        assertFalse(asks.isSigned(key(), "not base64url +/"));
        assertFalse(asks.isSigned(key(), "A".repeat(86)));
        assertFalse(asks.isSigned(new byte[31], "A".repeat(86)));
        assertFalse(asks.isSigned(new byte[32], "A".repeat(86)));
    }

    /** RFC 8032, section 7.1, test 2. */
    @Test
    void theTestOfTheStandardVerifies() {
        byte[] key =
                HexFormat.of()
                        .parseHex(
                                "3d4017c3e843895a92b70aa74d1b7ebc"
                                        + "9c982ccf2ec4968cc0cd55f12af4660c");
        byte[] signature =
                HexFormat.of()
                        .parseHex(
                                "92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da"
                                        + "085ac1e43e15996e458f3613d0f11d8c"
                                        + "387b2eaeb4302aeeb00d291612bb0c00");
        assertTrue(Ed25519.verifies(key, new byte[] {0x72}, signature));
        assertFalse(Ed25519.verifies(key, new byte[] {0x73}, signature));
    }

    @Test
    void theBytesOfAKeyAreThoseOfItsEncoding() {
        byte[] encoded = pair.getPublic().getEncoded();
        byte[] last = new byte[Ed25519.KEY_BYTES];
        System.arraycopy(encoded, encoded.length - last.length, last, 0, last.length);
        assertArrayEquals(last, key());
    }
}
