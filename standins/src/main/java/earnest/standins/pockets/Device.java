package earnest.standins.pockets;

import earnest.standins.http.Refused;

import org.jspecify.annotations.Nullable;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PrivateKey;
import java.security.PublicKey;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.time.Duration;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;

/**
 * A phone that answers for its person. It states things as JSON in canonical form (RFC 8785; here
 * all member names are ASCII) and signs them by Ed25519.
 */
final class Device {
    private static final Duration DEADLINE = Duration.ofSeconds(5);
    private static final int FIRST_ERROR = 300;
    private static final int KEY_BYTES = 32;
    private static final HttpClient HTTP = HttpClient.newBuilder().connectTimeout(DEADLINE).build();

    private final String url;
    private final String id;
    private final PrivateKey key;
    private long count;

    private Device(String url, String id, PrivateKey key) {
        this.url = url;
        this.id = id;
        this.key = key;
    }

    /** One that is there already, with its key as base64 of PKCS #8. */
    static Device of(String url, String id, String key) {
        try {
            return new Device(
                    url,
                    id,
                    KeyFactory.getInstance("Ed25519")
                            .generatePrivate(
                                    new PKCS8EncodedKeySpec(Base64.getDecoder().decode(key))));
        } catch (GeneralSecurityException e) {
            throw new IllegalArgumentException("a device's key", e);
        }
    }

    /** A fresh one, and the code that shows on it. */
    record SetUp(Device device, String code) {}

    /**
     * Sets one up by a code.
     *
     * @throws Refused with what Earnest says, if it says no
     */
    static SetUp setUp(String url, String setup) {
        try {
            KeyPair pair = KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
            String publicKey = text(publicBytes(pair.getPublic()));
            Map<String, Object> states =
                    Map.of("states", "earnest-device-enrols/1", "setup", setup, "key", publicKey);
            JsonNode answer =
                    post(
                            url,
                            "setup",
                            Map.of(
                                    "setup",
                                    setup,
                                    "name",
                                    "phone",
                                    "key",
                                    publicKey,
                                    "signature",
                                    signed(pair.getPrivate(), states)));
            return new SetUp(
                    new Device(url, answer.get("device").asString(), pair.getPrivate()),
                    answer.get("code").asString());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The last 32 bytes of its encoding (RFC 8410, section 4). */
    static byte[] publicBytes(PublicKey key) {
        byte[] encoded = key.getEncoded();
        return Arrays.copyOfRange(encoded, encoded.length - KEY_BYTES, encoded.length);
    }

    /** What waits for an answer. */
    synchronized JsonNode waiting() {
        long now = next();
        Map<String, Object> states = new TreeMap<>();
        states.put("states", "earnest-device-asks/1");
        states.put("device", id);
        states.put("count", now);
        return post(
                        url,
                        "waiting",
                        Map.of("device", id, "count", now, "signature", signed(key, states)))
                .get("waiting");
    }

    /** Answers; gives the word that it shows then, if it shows one. */
    synchronized @Nullable String answer(JsonNode challenge, String answer) {
        long now = next();
        Map<String, Object> shown = new TreeMap<>();
        for (String member : new String[] {"challenge", "who", "whose", "what", "until"}) {
            shown.put(member, challenge.get(member).asString());
        }
        Map<String, Object> states = new TreeMap<>();
        states.put("states", "earnest-device-answers/1");
        states.put("device", id);
        states.put("count", now);
        states.put("answer", answer);
        states.put("shown", shown);
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("device", id);
        body.put("count", now);
        body.put("challenge", shown.get("challenge"));
        body.put("answer", answer);
        body.put("signature", signed(key, states));
        return post(url, "answers", body).path("word").asString(null);
    }

    /** Greater than any before, over a restart as well. */
    private long next() {
        count = Math.max(count + 1, System.currentTimeMillis());
        return count;
    }

    private static String signed(PrivateKey key, Map<String, Object> states) {
        try {
            Signature signature = Signature.getInstance("Ed25519");
            signature.initSign(key);
            signature.update(
                    JsonMapper.shared()
                            .writeValueAsString(new TreeMap<>(states))
                            .getBytes(StandardCharsets.UTF_8));
            return text(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    static String text(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    private static JsonNode post(String url, String what, Map<String, Object> body) {
        HttpRequest request =
                HttpRequest.newBuilder(URI.create(url + "/api/devices/" + what))
                        .timeout(DEADLINE)
                        .header("Content-Type", "application/json")
                        .POST(
                                HttpRequest.BodyPublishers.ofString(
                                        JsonMapper.shared().writeValueAsString(body)))
                        .build();
        try {
            HttpResponse<String> response =
                    HTTP.send(request, HttpResponse.BodyHandlers.ofString());
            JsonNode answer = JsonMapper.shared().readTree(response.body());
            if (response.statusCode() >= FIRST_ERROR) {
                throw new Refused(response.statusCode(), answer.path("detail").asString("refused"));
            }
            return answer;
        } catch (IOException e) {
            throw new Refused(503, "Earnest does not answer the phone");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Refused(503, "interrupted");
        }
    }
}
