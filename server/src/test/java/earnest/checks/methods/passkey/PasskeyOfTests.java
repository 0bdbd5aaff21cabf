package earnest.checks.methods.passkey;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.ByteArrayOutputStream;
import java.math.BigInteger;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.security.Signature;
import java.security.interfaces.ECPublicKey;
import java.security.spec.ECGenParameterSpec;
import java.util.Base64;
import java.util.Map;

/** A passkey, as a browser and what keeps it would give it (WebAuthn, sections 5 and 6; ES256). */
public final class PasskeyOfTests {
    private static final int UP = 1;
    private static final int UV = 4;
    private static final int AT = 64;

    private final String origin;
    private final KeyPair pair;
    private final byte[] id;
    private int count = 1;

    /** Whether it says that it saw its person. */
    public boolean sees = true;

    public PasskeyOfTests(String origin) {
        this.origin = origin;
        try {
            KeyPairGenerator pairs = KeyPairGenerator.getInstance("EC");
            pairs.initialize(new ECGenParameterSpec("secp256r1"));
            this.pair = pairs.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
        this.id = sha(pair.getPublic().getEncoded());
    }

    /** As seen from another page. */
    private PasskeyOfTests(PasskeyOfTests same, String origin) {
        this.origin = origin;
        this.pair = same.pair;
        this.id = same.id;
        this.count = same.count;
    }

    /** The same one, asked by a page of another origin. */
    public PasskeyOfTests askedBy(String other) {
        return new PasskeyOfTests(this, other);
    }

    /** What it makes for options. */
    public String made(String options) {
        JsonNode asked = JsonMapper.shared().readTree(options);
        byte[] data = data(asked.at("/rp/id").asString(), AT, attested());
        ByteArrayOutputStream object = new ByteArrayOutputStream();
        object.write(0xa3);
        text(object, "fmt");
        text(object, "none");
        text(object, "attStmt");
        object.write(0xa0);
        text(object, "authData");
        bytes(object, data);
        return credential(
                Map.of(
                        "clientDataJSON",
                        encoded(client("webauthn.create", asked)),
                        "attestationObject",
                        encoded(object.toByteArray())));
    }

    /** What it signs for options. */
    public String used(String options) {
        JsonNode asked = JsonMapper.shared().readTree(options);
        count++;
        byte[] data = data(asked.get("rpId").asString(), 0, new byte[0]);
        byte[] client = client("webauthn.get", asked);
        try {
            Signature signature = Signature.getInstance("SHA256withECDSA");
            signature.initSign(pair.getPrivate());
            signature.update(data);
            signature.update(sha(client));
            return credential(
                    Map.of(
                            "clientDataJSON",
                            encoded(client),
                            "authenticatorData",
                            encoded(data),
                            "signature",
                            encoded(signature.sign())));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private String credential(Map<String, String> response) {
        return JsonMapper.shared()
                .writeValueAsString(
                        Map.of(
                                "id",
                                encoded(id),
                                "rawId",
                                encoded(id),
                                "type",
                                "public-key",
                                "clientExtensionResults",
                                Map.of(),
                                "response",
                                response));
    }

    private byte[] client(String type, JsonNode asked) {
        return JsonMapper.shared()
                .writeValueAsString(
                        Map.of(
                                "type",
                                type,
                                "challenge",
                                asked.get("challenge").asString(),
                                "origin",
                                origin,
                                "crossOrigin",
                                false))
                .getBytes(StandardCharsets.UTF_8);
    }

    private byte[] data(String site, int more, byte[] rest) {
        return ByteBuffer.allocate(37 + rest.length)
                .put(sha(site.getBytes(StandardCharsets.UTF_8)))
                .put((byte) (UP | (sees ? UV : 0) | more))
                .putInt(count)
                .put(rest)
                .array();
    }

    private byte[] attested() {
        ECPublicKey key = (ECPublicKey) pair.getPublic();
        ByteArrayOutputStream cose = new ByteArrayOutputStream();
        cose.writeBytes(new byte[] {(byte) 0xa5, 1, 2, 3, 0x26, 0x20, 1, 0x21});
        bytes(cose, of32(key.getW().getAffineX()));
        cose.write(0x22);
        bytes(cose, of32(key.getW().getAffineY()));
        byte[] coded = cose.toByteArray();
        return ByteBuffer.allocate(16 + 2 + id.length + coded.length)
                .put(new byte[16])
                .putShort((short) id.length)
                .put(id)
                .put(coded)
                .array();
    }

    private static byte[] of32(BigInteger number) {
        byte[] padded = new byte[32];
        byte[] bytes = number.toByteArray();
        int from = Math.max(0, bytes.length - 32);
        System.arraycopy(bytes, from, padded, 32 - (bytes.length - from), bytes.length - from);
        return padded;
    }

    private static void text(ByteArrayOutputStream out, String text) {
        out.write(0x60 + text.length());
        out.writeBytes(text.getBytes(StandardCharsets.US_ASCII));
    }

    private static void bytes(ByteArrayOutputStream out, byte[] bytes) {
        if (bytes.length < 256) {
            out.write(0x58);
            out.write(bytes.length);
        } else {
            out.write(0x59);
            out.write(bytes.length >> 8);
            out.write(bytes.length);
        }
        out.writeBytes(bytes);
    }

    private static byte[] sha(byte[] bytes) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(bytes);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String encoded(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }
}
