package earnest.testkit;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.time.InstantSource;
import java.util.Base64;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * What staff carry to sign in with. Tests sign in more often than twice a minute: before each code
 * it is forgotten, behind the server, that one was used.
 */
public final class StaffCodes {
    private static final int PERIOD = 30;
    private static final String BASE_32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    private final Ground ground;
    private final Map<String, byte[]> keys = new ConcurrentHashMap<>();
    private volatile InstantSource clock = InstantSource.system();

    StaffCodes(Ground ground) {
        this.ground = ground;
        for (JsonNode one : JsonMapper.shared().readTree(ground.read("world/staff-keys.json"))) {
            keys.put(
                    one.get("login").asString(),
                    Base64.getDecoder().decode(one.get("key").asString()));
        }
    }

    /** By which the server goes. */
    public void clock(InstantSource servers) {
        clock = servers;
    }

    /** A code that is good now. */
    public String code(String login) {
        forgetUsed(login);
        return shown(Objects.requireNonNull(keys.get(login), login));
    }

    /** Whether somebody set theirs up. */
    public boolean has(String login) {
        return keys.containsKey(login);
    }

    /** Somebody took this key, in base 32, into their authenticator. */
    public void take(String login, String key) {
        keys.put(login, bytes(key));
    }

    private static byte[] bytes(String base32) {
        ByteBuffer bytes = ByteBuffer.allocate(base32.length() * 5 / Byte.SIZE);
        long held = 0;
        int bits = 0;
        for (char digit : base32.toCharArray()) {
            held = held << 5 | BASE_32.indexOf(digit);
            bits += 5;
            if (bits >= Byte.SIZE) {
                bits -= Byte.SIZE;
                bytes.put((byte) (held >> bits));
            }
        }
        return bytes.array();
    }

    /**
     * Signs in, with the code; whoever has no authenticator yet sets one up first. Gives the last
     * answer.
     */
    public synchronized Answer signIn(Http http, String login, String password) {
        http.get("/api/session");
        if (keys.containsKey(login)) {
            return with(http, login, password);
        }
        Map<String, String> bare = Map.of("login", login, "password", password);
        Answer answer = http.post("/api/session", bare);
        if (!answer.problem().equals("second-factor-missing")) {
            return answer;
        }
        take(login, http.post("/api/session/factor", bare).ok().get("key").asString());
        return with(http, login, password);
    }

    private Answer with(Http http, String login, String password) {
        return http.post(
                "/api/session", Map.of("login", login, "password", password, "code", code(login)));
    }

    /** RFC 6238. */
    private String shown(byte[] key) {
        try {
            Mac mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(key, "HmacSHA1"));
            long step = clock.instant().getEpochSecond() / PERIOD;
            byte[] hash = mac.doFinal(ByteBuffer.allocate(Long.BYTES).putLong(step).array());
            int offset = hash[hash.length - 1] & 0xf;
            int number = ByteBuffer.wrap(hash, offset, Integer.BYTES).getInt() & 0x7fffffff;
            return "%06d".formatted(number % 1_000_000);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private void forgetUsed(String login) {
        ground.behindTheServer(
                "update staff_factor f join analyst a on a.id = f.analyst_id set f.last_used_step"
                        + " = -1, f.wrong_tries = 0, f.wrong_since = null where a.login = ?",
                login);
    }
}
