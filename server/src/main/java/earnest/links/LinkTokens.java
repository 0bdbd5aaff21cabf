package earnest.links;

import earnest.ground.KeyFiles;

import org.springframework.stereotype.Component;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import java.util.UUID;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Tokens of links: the id and 128 bits of HMAC-SHA256 over it (RFC 2104, truncated by its section
 * 5), as base64url. They are made again whenever they are needed, so nothing is stored that opens
 * one.
 */
@Component
class LinkTokens {
    private static final int ID_BYTES = 16;
    private static final int TAG_BYTES = 16;
    private final byte[] key;

    LinkTokens(KeyFiles keys) {
        this.key = keys.key("links");
    }

    String token(UUID id) {
        byte[] bytes = bytes(id);
        byte[] whole = Arrays.copyOf(bytes, ID_BYTES + TAG_BYTES);
        System.arraycopy(tag(bytes), 0, whole, ID_BYTES, TAG_BYTES);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(whole);
    }

    /** Whose token it is; empty if it is none of ours. */
    Optional<UUID> id(String token) {
        byte[] whole;
        try {
            whole = Base64.getUrlDecoder().decode(token);
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
        if (whole.length != ID_BYTES + TAG_BYTES) {
            return Optional.empty();
        }
        byte[] bytes = Arrays.copyOf(whole, ID_BYTES);
        byte[] tag = Arrays.copyOfRange(whole, ID_BYTES, whole.length);
        if (!MessageDigest.isEqual(tag, tag(bytes))) {
            return Optional.empty();
        }
        ByteBuffer id = ByteBuffer.wrap(bytes);
        return Optional.of(new UUID(id.getLong(), id.getLong()));
    }

    private static byte[] bytes(UUID id) {
        return ByteBuffer.allocate(ID_BYTES)
                .putLong(id.getMostSignificantBits())
                .putLong(id.getLeastSignificantBits())
                .array();
    }

    private byte[] tag(byte[] id) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(key, "HmacSHA256"));
            return Arrays.copyOf(mac.doFinal(id), TAG_BYTES);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
