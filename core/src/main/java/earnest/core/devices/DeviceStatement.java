package earnest.core.devices;

import earnest.core.record.CanonicalJson;
import earnest.core.signatures.Ed25519;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import java.util.UUID;

/**
 * What a device states and signs. A statement is a JSON object whose member {@code states} says of
 * which kind it is, so that a signature under one is none under another; what is signed is its
 * canonical form (RFC 8785) in UTF-8, by Ed25519 (RFC 8032).
 *
 * @param members of the object
 */
public record DeviceStatement(Map<String, Object> members) {
    private static final String STATES = "states";

    /**
     * That whoever holds the setup code holds the private half of a key.
     *
     * @param setup the code as it was given
     * @param key the public half: base64url (RFC 4648, section 5) without padding
     */
    public static DeviceStatement enrols(String setup, String key) {
        return new DeviceStatement(
                Map.of(STATES, "earnest-device-enrols/1", "setup", setup, "key", key));
    }

    /**
     * That a device asks what waits for it.
     *
     * @param count greater than any that it signed before
     */
    public static DeviceStatement asks(UUID device, long count) {
        return new DeviceStatement(
                Map.of(
                        STATES,
                        "earnest-device-asks/1",
                        "device",
                        device.toString(),
                        "count",
                        count));
    }

    /**
     * What the person answered to what the device showed.
     *
     * @param count greater than any that it signed before
     * @param shown the challenge, member by member, as it was given to the device
     */
    public static DeviceStatement answers(
            UUID device, long count, String answer, Map<String, Object> shown) {
        return new DeviceStatement(
                Map.of(
                        STATES,
                        "earnest-device-answers/1",
                        "device",
                        device.toString(),
                        "count",
                        count,
                        "answer",
                        answer,
                        "shown",
                        shown));
    }

    /** The bytes that are signed. */
    public byte[] bytes() {
        return CanonicalJson.write(members).getBytes(StandardCharsets.UTF_8);
    }

    /**
     * Whether it was signed by a key.
     *
     * @param key 32 bytes
     * @param signature base64url without padding; what is not even that signs nothing
     */
    public boolean isSigned(byte[] key, String signature) {
        try {
            return Ed25519.verifies(key, bytes(), Base64.getUrlDecoder().decode(signature));
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
