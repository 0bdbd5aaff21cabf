package earnest.ground;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Map;
import java.util.Set;

/**
 * Keys outside the database: files of mode 600, made at first start. The database remembers a
 * fingerprint of each, so that a lost or changed key stops the start instead of making what was
 * wrapped under it unreadable without a word.
 */
@Component
public class KeyFiles {
    private static final int KEY_BYTES = 32;
    private final Path folder;
    private final JdbcClient database;
    private final Writes writes;
    private final SecureRandom random;

    KeyFiles(KeyProperties properties, JdbcClient database, Writes writes, SecureRandom random) {
        this.folder = properties.folder();
        this.database = database;
        this.writes = writes;
        this.random = random;
    }

    /**
     * The key of that name.
     *
     * @throws IllegalStateException if the file is missing, readable by others, or not the one that
     *     this database was used with
     */
    public byte[] key(String name) {
        Path file = folder.resolve(name + ".key");
        String known =
                database.sql("select fingerprint from key_fingerprint where name = :name")
                        .param("name", name)
                        .query(String.class)
                        .optional()
                        .orElse(null);
        try {
            if (known == null && Files.notExists(file)) {
                make(file);
            }
            if (Files.notExists(file)) {
                throw new IllegalStateException(
                        "The key %s is missing. Put it back from your backup; without it nothing wrapped under it can be opened."
                                .formatted(file));
            }
            mustBePrivate(file);
            byte[] key = Files.readAllBytes(file);
            mustFit(name, file, key, known);
            return key;
        } catch (IOException e) {
            throw new UncheckedIOException("the key " + file + " cannot be read", e);
        }
    }

    private void make(Path file) throws IOException {
        Files.createDirectories(folder);
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        Path aside =
                Files.createTempFile(
                        folder,
                        file.getFileName() + ".",
                        ".new",
                        PosixFilePermissions.asFileAttribute(
                                PosixFilePermissions.fromString("rw-------")));
        Files.write(aside, key);
        try {
            // Fails where another node on the same folder was quicker; then its key is the one.
            Files.createLink(file, aside);
        } catch (FileAlreadyExistsException quicker) {
            return;
        } finally {
            Files.delete(aside);
        }
    }

    private static void mustBePrivate(Path file) throws IOException {
        Set<PosixFilePermission> permissions = Files.getPosixFilePermissions(file);
        if (permissions.stream().anyMatch(p -> !p.name().startsWith("OWNER"))) {
            throw new IllegalStateException(
                    "The key %s can be read by others. Run: chmod 600 %s".formatted(file, file));
        }
    }

    private void mustFit(
            String name, Path file, byte[] key, @org.jspecify.annotations.Nullable String known)
            throws IOException {
        if (key.length != KEY_BYTES) {
            throw new IllegalStateException(
                    "The key %s has %d bytes, not 32. Put it back from your backup."
                            .formatted(file, key.length));
        }
        String fingerprint = fingerprint(name, key);
        if (known == null) {
            if (!first(name, fingerprint)) {
                // Nothing was done with it yet, and two keys for one thing would be worse than
                // none.
                Files.delete(file);
                throw new IllegalStateException(
                        "Another node made the key '%s' at this moment. Copy its key files to %s, then start this node again."
                                .formatted(name, folder));
            }
        } else if (!known.equals(fingerprint)) {
            throw new IllegalStateException(
                    "The key %s is not the one this database was used with. Put that one back from your backup."
                            .formatted(file));
        }
    }

    /**
     * Whether the database remembers this one, where nodes that start at once each bring theirs.
     */
    private boolean first(String name, String fingerprint) {
        writes.run(
                () ->
                        database.sql(
                                        "insert ignore into key_fingerprint (name, fingerprint)"
                                                + " values (:n, :f)")
                                .param("n", name)
                                .param("f", fingerprint)
                                .update());
        return database.sql(
                                "select count(*) from key_fingerprint where name = :n and"
                                        + " fingerprint = :f")
                        .params(Map.of("n", name, "f", fingerprint))
                        .query(Long.class)
                        .single()
                == 1;
    }

    private static String fingerprint(String name, byte[] key) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            digest.update(
                    ("earnest key " + name).getBytes(java.nio.charset.StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest.digest(key), 0, 16);
        } catch (java.security.NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
