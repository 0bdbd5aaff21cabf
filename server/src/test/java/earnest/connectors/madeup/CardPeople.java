package earnest.connectors.madeup;

import earnest.connectors.PeopleSource;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.StreamSupport;

/** People as they stand on cards; nothing of it ever changes, and nobody is in a group. */
record CardPeople(List<Read> cards) implements PeopleSource {
    /** All of the demo's world. */
    static CardPeople in(Path file) {
        JsonNode people = JsonMapper.shared().readTree(file.toFile());
        return new CardPeople(
                StreamSupport.stream(people.spliterator(), false).map(CardPeople::card).toList());
    }

    private static Read card(JsonNode person) {
        String account = person.get("account").asString();
        String family = person.get("family").asString();
        Map<String, String> contacts = new TreeMap<>();
        Map.of("mobile", "work-mobile", "desk", "desk-phone", "ownMail", "own-mail")
                .forEach(
                        (field, kind) -> {
                            if (person.hasNonNull(field)) {
                                contacts.put(kind, person.get(field).asString());
                            }
                        });
        contacts.put("work-mail", account + "@brackwater.example");
        return new Read(
                account,
                account,
                account,
                person.get("given").asString() + " " + family,
                person.get("given").asString(),
                family,
                person.get("staffNumber").asString(),
                person.path("title").asString(null),
                person.path("vessel").asString(null),
                person.path("port").asString(null),
                null,
                person.path("manager").asString(null),
                null,
                null,
                Map.of(
                        "staff-number", person.get("staffNumber").asString(),
                        "joined", person.get("joined").asString(),
                        "locker", person.get("locker").asString()),
                contacts);
    }

    @Override
    public String everybody(Consumer<List<Read>> page, Consumer<Odd> odd) {
        page.accept(cards);
        return "0";
    }

    @Override
    public String changedSince(String since, Consumer<List<Read>> page, Consumer<Odd> odd) {
        return since;
    }

    @Override
    public boolean groupsChangedSince(String since) {
        return false;
    }

    @Override
    public Map<String, Set<String>> groups() {
        return Map.of();
    }

    @Override
    public Set<String> groupsOf(String place) {
        return Set.of();
    }
}
