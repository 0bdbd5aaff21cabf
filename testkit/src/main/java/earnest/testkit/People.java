package earnest.testkit;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;

/** Gives tests people of the demo, each to one test only; nobody who manages others. */
public final class People {
    /** Those with lower numbers are known by name to some test. */
    private static final int LAST_OF_SCENES = 20_000;

    private final List<String> ordinary = new ArrayList<>();
    private final List<String> ashore = new ArrayList<>();
    private final AtomicInteger given = new AtomicInteger();
    private final AtomicInteger givenAshore = new AtomicInteger();

    public People(Ground ground) {
        JsonNode world = JsonMapper.shared().readTree(ground.read("world/people.json"));
        // What a test does to a manager would be felt by whoever is given one of their people.
        Set<String> managers = new HashSet<>();
        for (JsonNode p : world) {
            managers.add(p.path("manager").asString(""));
        }
        for (JsonNode p : world) {
            boolean fit =
                    p.get("state").asString().equals("OPEN")
                            && p.get("authenticator").asBoolean()
                            && p.hasNonNull("mobile")
                            && p.get("groups").isEmpty()
                            && !managers.contains(p.get("account").asString())
                            && Integer.parseInt(p.get("staffNumber").asString()) > LAST_OF_SCENES;
            if (fit) {
                (p.get("desk").isNull() ? ordinary : ashore).add(p.get("account").asString());
            }
        }
    }

    /**
     * As {@link #next}, of those who work ashore, and so have an account in Shore cloud as well.
     */
    public String nextAshore() {
        return ashore.get(givenAshore.getAndIncrement());
    }

    /** Somebody with a mobile and an authenticator, in no group, whom nobody else was given. */
    public String next() {
        return ordinary.get(given.getAndIncrement());
    }
}
