package earnest.wrapped;

import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.KeyFiles;
import earnest.ground.KeyProperties;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/**
 * Keeps secrets encrypted (AES-256-GCM, bound to their id) under a key outside the database, from
 * when they are made until they are handed over or out of time; then they are gone.
 */
@Service
public class WrappedSecrets {
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;

    private final JdbcClient database;
    private final SecretMarks marks;
    private final KeyFiles files;

    /** The key that wraps from now on; its name stands with each secret. */
    private final String current;

    private final Map<String, SecretKeySpec> keys = new ConcurrentHashMap<>();
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    WrappedSecrets(
            JdbcClient database,
            SecretMarks marks,
            KeyFiles files,
            KeyProperties properties,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.database = database;
        this.marks = marks;
        this.files = files;
        this.current = properties.wrapping();
        key(current);
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Keeps a secret for a ticket, in the present transaction, and by what it is known again while
     * it is in force.
     */
    public UUID keep(UUID ticket, UUID person, Secret secret) {
        UUID id = ids.next();
        database.sql(
                        "insert into wrapped_secret (id, ticket_id, ciphertext, made_at, key_name)"
                                + " values (:id, :t, :c, :at, :key)")
                .param("id", id)
                .param("t", ticket)
                .param("c", wrapped(id, secret))
                .param("at", clock.instant())
                .param("key", current)
                .update();
        marks.keep(id, ticket, person, secret);
        return id;
    }

    /** The secret, or empty if it is gone. The caller wipes it. */
    public Optional<Secret> take(UUID id) {
        return database.sql("select ciphertext, key_name from wrapped_secret where id = :id")
                .param("id", id)
                .query((row, i) -> new Wrapped(row.getBytes(1), row.getString(2)))
                .optional()
                .map(wrapped -> unwrap(id, wrapped));
    }

    /** Forgets a secret that is still in force: it is known again where it must not be written. */
    public void discard(UUID id) {
        database.sql("delete from wrapped_secret where id = :id").param("id", id).update();
    }

    /** Forgets a secret that is out of force, and by what it was known. */
    public void forget(UUID id) {
        discard(id);
        marks.forget(id);
    }

    /**
     * Whether a text holds a secret in force of this ticket or its person, however it is spaced.
     */
    public boolean holdsLiveSecret(UUID ticket, @Nullable UUID person, String text) {
        return marks.anyIn(ticket, person, text);
    }

    /** Encrypted bytes, and the name of the key that opens them. */
    public record Wrapped(byte[] bytes, String key) {}

    /** Encrypts bytes that outlive a ticket, such as the key of an authenticator. */
    public Wrapped wrapKey(UUID id, byte[] bytes) {
        return new Wrapped(cipher(Cipher.ENCRYPT_MODE, current, id, bytes), current);
    }

    public byte[] unwrapKey(UUID id, Wrapped wrapped) {
        return cipher(Cipher.DECRYPT_MODE, wrapped.key, id, wrapped.bytes);
    }

    /** Whether it is wrapped under a key that is not used for new ones any more. */
    public boolean isOld(Wrapped wrapped) {
        return !wrapped.key.equals(current);
    }

    private SecretKeySpec key(String name) {
        return keys.computeIfAbsent(name, n -> new SecretKeySpec(files.key(n), "AES"));
    }

    /** Encrypts a secret that outlives a ticket, such as the credential of a system. */
    public Wrapped wrap(UUID id, Secret secret) {
        return new Wrapped(wrapped(id, secret), current);
    }

    private byte[] wrapped(UUID id, Secret secret) {
        return secret.open(
                characters -> {
                    ByteBuffer encoded = StandardCharsets.UTF_8.encode(CharBuffer.wrap(characters));
                    byte[] bytes = Arrays.copyOf(encoded.array(), encoded.limit());
                    Arrays.fill(encoded.array(), (byte) 0);
                    try {
                        return cipher(Cipher.ENCRYPT_MODE, current, id, bytes);
                    } finally {
                        Arrays.fill(bytes, (byte) 0);
                    }
                });
    }

    /** The secret again. The caller wipes it. */
    public Secret unwrap(UUID id, Wrapped wrapped) {
        byte[] bytes = unwrapKey(id, wrapped);
        try {
            return Secret.ofUtf8(bytes);
        } finally {
            Arrays.fill(bytes, (byte) 0);
        }
    }

    /** Nonce, then ciphertext with tag; the id is authenticated with it. */
    private byte[] cipher(int mode, String keyName, UUID id, byte[] input) {
        try {
            Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
            byte[] nonce = new byte[NONCE_BYTES];
            if (mode == Cipher.ENCRYPT_MODE) {
                random.nextBytes(nonce);
            } else {
                System.arraycopy(input, 0, nonce, 0, NONCE_BYTES);
            }
            cipher.init(mode, key(keyName), new GCMParameterSpec(TAG_BITS, nonce));
            cipher.updateAAD(id.toString().getBytes(StandardCharsets.US_ASCII));
            if (mode == Cipher.DECRYPT_MODE) {
                return cipher.doFinal(input, NONCE_BYTES, input.length - NONCE_BYTES);
            }
            byte[] locked = cipher.doFinal(input);
            byte[] all = Arrays.copyOf(nonce, NONCE_BYTES + locked.length);
            System.arraycopy(locked, 0, all, NONCE_BYTES, locked.length);
            return all;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("a wrapped secret cannot be opened with this key", e);
        }
    }
}
