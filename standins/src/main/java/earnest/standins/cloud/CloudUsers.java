package earnest.standins.cloud;

import earnest.standins.Installation;
import earnest.standins.world.Person;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.UnaryOperator;

/** The accounts, kept in a file so that they outlive an end of the stand-ins. Thread-safe. */
final class CloudUsers {
    private static final int SALT_BYTES = 16;

    private final Path file;
    private final Map<String, CloudUser> users = new LinkedHashMap<>();
    private final SecureRandom random = new SecureRandom();

    CloudUsers(Installation installation) {
        this.file = installation.home().resolve("world/cloud.json");
        if (Files.exists(file)) {
            List<CloudUser> kept =
                    JsonMapper.shared().readValue(file.toFile(), new TypeReference<>() {});
            kept.forEach(user -> users.put(user.id(), user));
        } else {
            make(installation.people());
            save();
        }
    }

    /** Whoever works ashore, one engineer, and two accounts whose person nobody can tell. */
    private void make(List<Person> people) {
        Instant now = Instant.now().truncatedTo(ChronoUnit.MILLIS);
        for (Person person : people) {
            boolean engineer = person.account().equals("yadeyemi");
            if (engineer || person.vessel().equals("Shore")) {
                add(person.workMail(), person.name(), engineer, now);
            }
        }
        add("trials@brackwater.example", "Trials of Earnest", false, now);
        add("timetable-robot@brackwater.example", "Timetable robot", false, now);
        add("former.clerk@brackwater.example", "A former clerk", false, now);
    }

    private void add(String mail, String name, boolean locked, Instant now) {
        String salt = salt();
        String id = UUID.nameUUIDFromBytes(mail.getBytes(StandardCharsets.UTF_8)).toString();
        users.put(
                id,
                new CloudUser(
                        id,
                        mail,
                        name,
                        mail,
                        true,
                        false,
                        locked ? now.minus(40, ChronoUnit.MINUTES) : null,
                        0,
                        salt,
                        hash(salt, "Forgotten-by-everybody-1"),
                        now.minus(200, ChronoUnit.DAYS),
                        now.minus(2, ChronoUnit.DAYS),
                        now,
                        1));
    }

    synchronized List<CloudUser> all() {
        return new ArrayList<>(users.values());
    }

    synchronized Optional<CloudUser> find(String id) {
        return Optional.ofNullable(users.get(id));
    }

    synchronized Optional<CloudUser> named(String userName) {
        return users.values().stream().filter(u -> u.userName().equals(userName)).findFirst();
    }

    /** Changes one, if it is still what was seen. */
    synchronized boolean change(CloudUser seen, UnaryOperator<CloudUser> how) {
        if (!seen.equals(users.get(seen.id()))) {
            return false;
        }
        users.put(seen.id(), how.apply(seen));
        save();
        return true;
    }

    /** With another password. */
    CloudUser password(CloudUser user, String password) {
        String salt = salt();
        return user.password(
                salt, hash(salt, password), Instant.now().truncatedTo(ChronoUnit.MILLIS));
    }

    boolean is(CloudUser user, String password) {
        return MessageDigest.isEqual(
                user.hash().getBytes(StandardCharsets.US_ASCII),
                hash(user.salt(), password).getBytes(StandardCharsets.US_ASCII));
    }

    private String salt() {
        byte[] salt = new byte[SALT_BYTES];
        random.nextBytes(salt);
        return HexFormat.of().formatHex(salt);
    }

    private static String hash(String salt, String password) {
        try {
            return HexFormat.of()
                    .formatHex(
                            MessageDigest.getInstance("SHA-256")
                                    .digest((salt + password).getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private void save() {
        try {
            Path next = file.resolveSibling("cloud.json.new");
            Files.write(
                    next, JsonMapper.shared().writeValueAsBytes(new ArrayList<>(users.values())));
            Files.move(next, file, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
