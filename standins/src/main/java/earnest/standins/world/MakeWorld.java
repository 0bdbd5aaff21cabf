package earnest.standins.world;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.PublicKey;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * Writes the demo's files into a folder: {@code MakeWorld FOLDER EARNEST_SECRET_FILE
 * REPLICA_SECRET_FILE}.
 *
 * <ul>
 *   <li>{@code directory.ldif}: the people, the same each time but for the moments
 *   <li>{@code stores.sql}: who has an account in Port stores, with passwords that nobody knows
 *   <li>{@code people.json}: for the stand-ins
 *   <li>{@code contacts.json}: which contacts changed lately and who set them, which no directory
 *       says
 *   <li>{@code enrolments.json}: account to base64 key of the authenticator, random each time
 *   <li>{@code devices.json}: account to id and public key of the phone that answers; and {@code
 *       device-keys.json}, for the stand-ins, to id and private key
 *   <li>{@code staff-keys.json}: login and account of staff, and the base64 key of the
 *       authenticator with which they sign in
 * </ul>
 */
public final class MakeWorld {
    private static final int KEY_BYTES = 20;
    private static final int PUBLIC_KEY_BYTES = 32;

    private MakeWorld() {}

    public static void main(String[] args) throws IOException {
        Path folder = Path.of(args[0]);
        Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        List<Person> people = World.people();
        write(
                folder.resolve("directory.ldif"),
                Ldif.write(
                        people,
                        now,
                        Files.readString(Path.of(args[1])),
                        Files.readString(Path.of(args[2]))));
        JsonMapper json = JsonMapper.shared();
        write(folder.resolve("people.json"), json.writeValueAsString(people));
        write(folder.resolve("contacts.json"), json.writeValueAsString(contacts(people, now)));
        write(folder.resolve("enrolments.json"), json.writeValueAsString(enrolments(people)));
        write(folder.resolve("stores.sql"), Stores.write(people));
        devices(folder);
        write(folder.resolve("staff-keys.json"), json.writeValueAsString(staffKeys()));
    }

    private static List<Map<String, String>> contacts(List<Person> people, Instant now) {
        List<Map<String, String>> changed = new ArrayList<>();
        for (Person person : people) {
            Person.Change change = person.ownMailChange();
            if (change != null) {
                Map<String, String> contact = new LinkedHashMap<>();
                contact.put("account", person.account());
                contact.put("kind", "own-mail");
                contact.put("since", now.minus(change.days(), ChronoUnit.DAYS).toString());
                contact.put("setBy", change.by());
                changed.add(contact);
            }
        }
        return changed;
    }

    private static Map<String, String> enrolments(List<Person> people) {
        SecureRandom random = new SecureRandom();
        Map<String, String> keys = new LinkedHashMap<>();
        for (Person person : people) {
            if (person.authenticator()) {
                keys.put(person.account(), key(random));
            }
        }
        return keys;
    }

    private static String key(SecureRandom random) {
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        return base64(key);
    }

    private static List<Map<String, String>> staffKeys() {
        SecureRandom random = new SecureRandom();
        return Scenes.STAFF.entrySet().stream()
                .map(
                        one ->
                                Map.of(
                                        "login",
                                        one.getKey(),
                                        "account",
                                        one.getValue(),
                                        "key",
                                        key(random)))
                .toList();
    }

    private static void devices(Path folder) throws IOException {
        Map<String, Map<String, String>> known = new LinkedHashMap<>();
        Map<String, Map<String, String>> keys = new LinkedHashMap<>();
        for (String account : Scenes.PHONES_THAT_ANSWER) {
            KeyPair pair = pair();
            String id = UUID.randomUUID().toString();
            known.put(account, Map.of("device", id, "key", base64(publicBytes(pair.getPublic()))));
            keys.put(account, Map.of("device", id, "key", base64(pair.getPrivate().getEncoded())));
        }
        JsonMapper json = JsonMapper.shared();
        write(folder.resolve("devices.json"), json.writeValueAsString(known));
        write(folder.resolve("device-keys.json"), json.writeValueAsString(keys));
    }

    private static KeyPair pair() {
        try {
            return KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The last 32 bytes of its encoding (RFC 8410, section 4). */
    private static byte[] publicBytes(PublicKey key) {
        byte[] encoded = key.getEncoded();
        return Arrays.copyOfRange(encoded, encoded.length - PUBLIC_KEY_BYTES, encoded.length);
    }

    private static String base64(byte[] bytes) {
        return Base64.getEncoder().encodeToString(bytes);
    }

    private static void write(Path file, String text) throws IOException {
        Files.createFile(
                file,
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(file, text);
    }
}
