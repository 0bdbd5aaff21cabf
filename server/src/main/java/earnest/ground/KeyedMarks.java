package earnest.ground;

import org.springframework.stereotype.Component;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.HexFormat;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Marks by which a value can be told to be the same again without keeping it: HMAC-SHA256 under a
 * key outside the database, so that nobody who reads the database can try values out. Thread-safe.
 */
@Component
public class KeyedMarks {
    private final SecretKeySpec key;

    KeyedMarks(KeyFiles keys) {
        this.key = new SecretKeySpec(keys.key("marks"), "HmacSHA256");
    }

    /**
     * The mark of a value.
     *
     * @param purpose keeps marks of one kind of value from being those of another
     * @return 64 hexadecimal digits
     */
    public String of(String purpose, byte[] value) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key);
            mac.update(purpose.getBytes(StandardCharsets.UTF_8));
            mac.update((byte) 0);
            return HexFormat.of().formatHex(mac.doFinal(value));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("HMAC-SHA256 is missing from this Java", e);
        }
    }

    public String of(String purpose, String value) {
        return of(purpose, value.getBytes(StandardCharsets.UTF_8));
    }
}
