package earnest.standins;

import earnest.standins.world.Person;

import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What {@code up} made for this installation: people, keys of their authenticators, tokens. */
public final class Installation {
    private final Map<String, Person> people = new LinkedHashMap<>();
    private final Map<String, byte[]> authenticators = new LinkedHashMap<>();
    private final Map<String, byte[]> staffKeys = new LinkedHashMap<>();
    private final String lineToken;
    private final String gatewayToken;
    private final String cloudToken;
    private final String lanternSecret;
    private final Path home;

    Installation(Path home) throws IOException {
        this.home = home;
        List<Person> list =
                JsonMapper.shared()
                        .readValue(home.resolve("world/people.json"), new TypeReference<>() {});
        list.forEach(person -> people.put(person.account(), person));
        Map<String, String> keys =
                JsonMapper.shared()
                        .readValue(home.resolve("world/enrolments.json"), new TypeReference<>() {});
        keys.forEach(
                (account, key) -> authenticators.put(account, Base64.getDecoder().decode(key)));
        Path staff = home.resolve("world/staff-keys.json");
        if (Files.exists(staff)) {
            List<Map<String, String>> carried =
                    JsonMapper.shared().readValue(staff, new TypeReference<>() {});
            carried.forEach(
                    one ->
                            staffKeys.put(
                                    one.get("account"),
                                    Base64.getDecoder().decode(one.get("key"))));
        }
        lineToken = Files.readString(home.resolve("secrets/line-token"));
        gatewayToken = Files.readString(home.resolve("secrets/gateway-token"));
        cloudToken = Files.readString(home.resolve("secrets/cloud-token"));
        lanternSecret = Files.readString(home.resolve("secrets/lantern-secret"));
    }

    public Optional<Person> person(String account) {
        return Optional.ofNullable(people.get(account));
    }

    public List<Person> people() {
        return List.copyOf(people.values());
    }

    /** Whose phone a number is; several people may share a desk telephone. */
    public List<Person> withNumber(String number) {
        return people.values().stream()
                .filter(p -> number.equals(p.mobile()) || number.equals(p.desk()))
                .toList();
    }

    public Optional<byte[]> authenticator(String account) {
        return Optional.ofNullable(authenticators.get(account));
    }

    /** Of the authenticator with which somebody signs in to Earnest, if they work with it. */
    public Optional<byte[]> staffKey(String account) {
        return Optional.ofNullable(staffKeys.get(account));
    }

    public String lineToken() {
        return lineToken;
    }

    /** Where all of it is. */
    public Path home() {
        return home;
    }

    public String cloudToken() {
        return cloudToken;
    }

    public String lanternSecret() {
        return lanternSecret;
    }

    public String gatewayToken() {
        return gatewayToken;
    }
}
