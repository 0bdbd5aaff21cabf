package earnest.standins.world;

import earnest.standins.world.Person.State;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;

/** Brackwater Ferries: about 1,900 people afloat and ashore, the same at every making. */
public final class World {
    private static final int PEOPLE = 1_900;
    private static final long SEED = 20_250_314;

    /** Area codes in which 555-0100 to 555-0199 are set aside for fiction. */
    private static final int[] AREA_CODES = {
        201, 202, 203, 206, 207, 212, 213, 214, 215, 216, 301, 303, 305, 312, 313, 314, 404, 410,
        412, 415
    };

    private final Random random = new Random(SEED);
    private final List<Person> people = new ArrayList<>();
    private final Set<String> accounts = new HashSet<>();
    private final Set<String> mobiles = new HashSet<>();
    private int staffNumber = 20_117;
    private int nextMobile = 200;
    private int nextDesk = 100;

    private World() {}

    public static List<Person> people() {
        World world = new World();
        for (Person person : Scenes.people()) {
            world.add(person);
        }
        List<Person> last = Scenes.last();
        while (world.people.size() < PEOPLE - last.size()) {
            world.add(world.drawn());
        }
        // Nobody who was drawn has one of them as a manager.
        last.forEach(world::add);
        return List.copyOf(world.people);
    }

    private void add(Person person) {
        people.add(person);
        accounts.add(person.account());
        if (person.mobile() != null) {
            mobiles.add(person.mobile());
        }
    }

    private Person drawn() {
        boolean afloat = random.nextInt(10) < 6;
        boolean season = random.nextInt(7) == 0;
        String given = Names.given(random);
        String family = Names.family(random);
        String account = free(Names.account(given, family));
        String title = season ? "Seasonal hand" : one(afloat ? Names.ABOARD : Names.ASHORE);
        List<String> groups = new ArrayList<>();
        if (season) {
            groups.add("season");
        }
        if (title.equals("Master") || title.equals("Chief officer")) {
            groups.add("bridge-officer");
        }
        staffNumber += 1 + random.nextInt(7);
        return new Person(
                account,
                given,
                family,
                String.valueOf(staffNumber),
                title,
                afloat ? one(Names.VESSELS) : "Shore",
                one(Names.PORTS),
                one(Names.LANGUAGES),
                random.nextInt(25) == 0 ? null : mobile(),
                afloat ? null : desk(),
                random.nextInt(3) == 0 ? null : account + "@lagoon.example",
                "%d-%02d".formatted(2004 + random.nextInt(22), 1 + random.nextInt(12)),
                "%s%d".formatted((char) ('A' + random.nextInt(8)), 10 + random.nextInt(90)),
                manager(),
                null,
                groups,
                state(season),
                random.nextInt(10) < 7,
                null,
                null);
    }

    private @Nullable String manager() {
        int above = Math.max(1, people.size() / 12);
        return people.get(random.nextInt(above)).account();
    }

    private State state(boolean season) {
        int kind = random.nextInt(100);
        if (season && kind < 30) {
            return State.VALIDITY_OVER;
        }
        return switch (kind) {
            case 31, 32 -> State.LOCKED;
            case 33 -> State.LONG_AWAY;
            case 34 -> State.SWITCHED_OFF;
            default -> State.OPEN;
        };
    }

    private String free(String wanted) {
        String account = wanted;
        for (int i = 2; accounts.contains(account); i++) {
            account = wanted + i;
        }
        return account;
    }

    private String mobile() {
        String number;
        do {
            int n = nextMobile++;
            number =
                    n < 1_000
                            ? "+447700900%03d".formatted(n)
                            : "+1%d555%04d".formatted(AREA_CODES[(n - 1_000) / 100], 100 + n % 100);
        } while (mobiles.contains(number));
        return number;
    }

    /** Offices share their telephones. */
    private String desk() {
        return "+441632960%03d".formatted(nextDesk++ / 2 % 900 + 50);
    }

    private String one(List<String> of) {
        return of.get(random.nextInt(of.size()));
    }
}
