package earnest.testkit;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.LinkedList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Gives tests people of the demo, each to one test only; nobody who manages others. Thread-safe.
 */
public final class People {
    /** Those with lower numbers are known by name to some test. */
    private static final int LAST_OF_SCENES = 20_000;

    private final Map<String, JsonNode> world = new LinkedHashMap<>();
    private final List<JsonNode> ordinary = new LinkedList<>();
    private final List<JsonNode> ashore = new LinkedList<>();

    public People(Ground ground) {
        // What a test does to a manager would be felt by whoever is given one of their people.
        Set<String> managers = new HashSet<>();
        for (JsonNode p : JsonMapper.shared().readTree(ground.read("world/people.json"))) {
            world.put(p.get("account").asString(), p);
            managers.add(p.path("manager").asString(""));
        }
        for (JsonNode p : world.values()) {
            boolean fit =
                    p.get("state").asString().equals("OPEN")
                            && p.get("authenticator").asBoolean()
                            && p.hasNonNull("mobile")
                            && p.get("groups").isEmpty()
                            && !managers.contains(p.get("account").asString())
                            && Integer.parseInt(p.get("staffNumber").asString()) > LAST_OF_SCENES;
            if (fit) {
                (p.get("desk").isNull() ? ordinary : ashore).add(p);
            }
        }
    }

    /** What is known of somebody. */
    public JsonNode known(String account) {
        JsonNode one = world.get(account);
        if (one == null) {
            throw new IllegalArgumentException("nobody has the account " + account);
        }
        return one;
    }

    /**
     * As {@link #next}, of those who work ashore, and so have an account in Shore cloud as well.
     */
    public String nextAshore() {
        return take(ashore, one -> true);
    }

    /** Somebody with a mobile and an authenticator, in no group, whom nobody else was given. */
    public String next() {
        return next(one -> true);
    }

    /** The next one like that of whom something holds; who is passed over stays for others. */
    public String next(Predicate<JsonNode> holds) {
        return take(ordinary, holds);
    }

    /** The next one with a mailbox of their own that has been there long. */
    public String nextWithAMailbox(Predicate<JsonNode> holds) {
        return next(
                one ->
                        one.hasNonNull("ownMail")
                                && !one.hasNonNull("ownMailChange")
                                && holds.test(one));
    }

    private static synchronized String take(List<JsonNode> from, Predicate<JsonNode> holds) {
        for (Iterator<JsonNode> all = from.iterator(); all.hasNext(); ) {
            JsonNode one = all.next();
            if (holds.test(one)) {
                all.remove();
                return one.get("account").asString();
            }
        }
        throw new IllegalStateException(
                "nobody is left of whom that holds; %d others are".formatted(from.size()));
    }
}
