package earnest.standins.world;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** The invented people: the same each time, and none of them anybody. */
class WorldTest {
    private final List<Person> people = World.people();

    @Test
    void areTheSameEachTime() {
        assertEquals(people, World.people());
        assertEquals(1_900, people.size());
    }

    @Test
    void numbersAreFromRangesSetAsideForFiction() {
        for (Person p : people) {
            if (p.mobile() != null) {
                assertTrue(
                        p.mobile().matches("\\+447700900\\d{3}|\\+1\\d{3}55501\\d{2}"), p.mobile());
            }
            if (p.desk() != null) {
                assertTrue(p.desk().matches("\\+441632960\\d{3}"), p.desk());
            }
        }
    }

    @Test
    void nobodySharesAnAccountAMobileOrAStaffNumber() {
        Set<String> accounts = new HashSet<>();
        Set<String> mobiles = new HashSet<>();
        Set<String> numbers = new HashSet<>();
        for (Person p : people) {
            assertTrue(accounts.add(p.account()), p.account());
            assertTrue(p.mobile() == null || mobiles.add(p.mobile()), p.name());
            assertTrue(numbers.add(p.staffNumber()), p.staffNumber());
        }
    }

    @Test
    void everyManagerIsThere() {
        Set<String> accounts = people.stream().map(Person::account).collect(Collectors.toSet());
        people.stream()
                .map(Person::manager)
                .filter(m -> m != null)
                .forEach(m -> assertTrue(accounts.contains(m), m));
    }

    @Test
    void theScenesAreThere() {
        Set<Person.State> states = people.stream().map(Person::state).collect(Collectors.toSet());
        assertEquals(Set.of(Person.State.values()), states);
        assertTrue(people.stream().anyMatch(p -> p.given() == null), "one with a single name");
        assertTrue(people.stream().filter(p -> p.name().equals("Maria Santos")).count() >= 2);
        assertTrue(people.stream().anyMatch(p -> p.ownMailChange() != null));
        assertTrue(people.stream().anyMatch(p -> p.mobile() == null && p.desk() != null));
        for (String group : List.of("bridge-officer", "privileged", "season")) {
            assertTrue(people.stream().anyMatch(p -> p.groups().contains(group)), group);
        }
    }

    @Test
    void theDirectoryGetsNoPasswordInTheClear() {
        String ldif =
                Ldif.write(
                        people.subList(0, 20), Instant.EPOCH, "canary-earnest", "canary-replica");
        assertNotNull(ldif);
        assertTrue(ldif.contains("userPassword: {SSHA}"));
        assertTrue(!ldif.contains("canary"));
    }
}
