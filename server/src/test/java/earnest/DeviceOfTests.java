package earnest;

import earnest.core.devices.DeviceStatement;
import earnest.core.signatures.Ed25519;
import earnest.testkit.Answer;
import earnest.testkit.Http;

import tools.jackson.databind.JsonNode;

import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;

/** A device, with a key pair of its own. */
public final class DeviceOfTests {
    private final Http http;
    private final KeyPair pair;
    public UUID id = new UUID(0, 0);
    private long count;

    public DeviceOfTests(Http http) {
        this.http = http;
        try {
            this.pair = KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    public byte[] key() {
        return Ed25519.bytes(pair.getPublic());
    }

    public String signed(DeviceStatement statement) {
        try {
            Signature signature = Signature.getInstance("Ed25519");
            signature.initSign(pair.getPrivate());
            signature.update(statement.bytes());
            return text(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String text(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** What is sent to set it up. */
    public Map<String, Object> setup(String code) {
        String key = text(key());
        return Map.of(
                "setup",
                code,
                "name",
                "phone",
                "key",
                key,
                "signature",
                signed(DeviceStatement.enrols(code, key)));
    }

    /** What is sent to ask what waits. */
    public Map<String, Object> asks() {
        count++;
        return Map.of(
                "device",
                id.toString(),
                "count",
                count,
                "signature",
                signed(DeviceStatement.asks(id, count)));
    }

    public JsonNode waiting() {
        return http.post("/api/devices/waiting", asks()).ok().get("waiting");
    }

    /** What is sent to answer a challenge, signed as if {@code said} had been answered. */
    public Map<String, Object> answers(JsonNode challenge, String answer, String said) {
        count++;
        Map<String, Object> shown = new LinkedHashMap<>();
        for (String member : new String[] {"challenge", "who", "whose", "what", "until"}) {
            shown.put(member, challenge.get(member).asString());
        }
        return Map.of(
                "device",
                id.toString(),
                "count",
                count,
                "challenge",
                challenge.get("challenge").asString(),
                "answer",
                answer,
                "signature",
                signed(DeviceStatement.answers(id, count, said, shown)));
    }

    public Answer answer(JsonNode challenge, String answer) {
        return http.post("/api/devices/answers", answers(challenge, answer, answer));
    }

    /** Says yes to what waits; gives the word that shows then. */
    public String yes() {
        return answer(waiting().get(0), "yes").ok().get("word").asString();
    }
}
