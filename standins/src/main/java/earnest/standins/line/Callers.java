package earnest.standins.line;

import earnest.standins.Installation;
import earnest.standins.world.Person;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Optional;

/** Callers that are ready to play. */
final class Callers {
    /**
     * One of them.
     *
     * @param number shown at the desk, or null if withheld
     * @param pocket account whose pocket the player holds, or null for somebody who holds none
     * @param knows what the caller can say when asked
     */
    record Caller(
            String id,
            String title,
            String story,
            @Nullable String number,
            @Nullable String pocket,
            List<String> knows) {}

    private Callers() {}

    static List<Caller> ready(Installation installation) {
        Person ines = known(installation, "iokafor");
        Person tomasz = known(installation, "twieczorek");
        return List.of(
                new Caller(
                        "genuine",
                        "Ines Okafor",
                        "Locked out of everything, sails at ten. She is who she says she is and has"
                                + " her phone in her hand.",
                        ines.mobile(),
                        "iokafor",
                        facts(installation, ines)),
                new Caller(
                        "withheld",
                        "Tomasz Wieczorek, no number shown",
                        "Locked out too, calling over the ship's line. Genuine, but the desk sees"
                                + " no number.",
                        null,
                        "twieczorek",
                        facts(installation, tomasz)),
                new Caller(
                        "impostor",
                        "An impostor who says she is Ines Okafor",
                        "Shows Ines's number, knows her staff number and her manager, is in a great"
                                + " hurry, and has never held her phone.",
                        ines.mobile(),
                        null,
                        facts(installation, ines).subList(0, 2)));
    }

    private static Person known(Installation installation, String account) {
        return installation
                .person(account)
                .orElseThrow(() -> new IllegalStateException("the demo has no " + account));
    }

    private static List<String> facts(Installation installation, Person p) {
        String manager =
                Optional.ofNullable(p.manager())
                        .flatMap(installation::person)
                        .map(Person::name)
                        .orElse("nobody");
        return List.of(
                "Staff number " + p.staffNumber(),
                "Manager " + manager,
                "Joined in " + p.joined(),
                "Locker " + p.locker());
    }
}
