package earnest.standins.world;

import earnest.standins.world.Person.Away;
import earnest.standins.world.Person.Change;
import earnest.standins.world.Person.State;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The people about whom the demo tells something. */
final class Scenes {
    /** Whose phone answers for them from the start. */
    static final List<String> PHONES_THAT_ANSWER = List.of("abrandt", "jodelacruz");

    /** Who works with Earnest: by which login, and whose pocket theirs is. */
    static final Map<String, String> STAFF =
            Map.of(
                    "tove.rask", "trask",
                    "jonas.lie", "jlie",
                    "ravi.anand", "ranand",
                    "elif.hartono", "ehartono",
                    "maren.holt", "mholt");

    private final List<Person> people = new ArrayList<>();
    private int staffNumber = 11_040;

    private Scenes() {}

    static List<Person> people() {
        Scenes s = new Scenes();
        s.add("olindqvist", "Oskar", "Lindqvist", "Master", "MV Curlew", "Port Ellery", "101")
                .groups("bridge-officer")
                .add();
        s.add("iokafor", "Ines", "Okafor", "Deck officer", "MV Curlew", "Port Ellery", "142")
                .speaks("English, Igbo")
                .state(State.LOCKED)
                .scene("Locked out this morning, sails at ten.")
                .add();
        s.add(
                        "twieczorek",
                        "Tomasz",
                        "Wieczorek",
                        "Deck officer",
                        "MV Sandpiper",
                        "Saltholm",
                        "157")
                .speaks("English, Polish")
                .state(State.LOCKED)
                .ownMailChange(new Change(4, "themselves"))
                .scene(
                        "Locked out; changed his own mailbox four days ago; calls with no number"
                                + " shown.")
                .add();
        s.add("abrandt", "Anouk", "Brandt", "Purser", "MV Dunlin", "Lundvik", "163")
                .speaks("Dutch, English")
                .state(State.LONG_AWAY)
                .scene("Back from five months of leave, has forgotten the password.")
                .add();
        s.add("jpenhale", "Jory", "Penhale", "Seasonal hand", "MV Knot", "Oxney", "171")
                .groups("season")
                .state(State.VALIDITY_OVER)
                .scene("The season is over, and so is the account.")
                .add();
        s.add("pramanholt", "Priya", "Raman-Holt", "Systems engineer", "Shore", "Brackwater", "118")
                .groups("privileged")
                .state(State.LOCKED)
                .scene("Looks after the servers: more is asked, and a second person.")
                .add();
        s.add("cbrannigan", "Colm", "Brannigan", "Stores keeper", "Shore", "Hestness", "126")
                .state(State.SWITCHED_OFF)
                .scene("The crewing office switched the account off.")
                .add();
        s.add("bhollis", "Bram", "Hollis", "Linesman", "Shore", "Carrow Quay", null)
                .desk("+441632960007")
                .withoutAuthenticator()
                .state(State.LOCKED)
                .scene("Has no mobile, only the telephone on the quay.")
                .add();
        s.add("msantos", "Maria", "Santos", "Cabin steward", "MV Avocet", "Gullhaven", "180").add();
        s.add("msantos2", "Maria", "Santos", "Ticket clerk", "Shore", "Whitsand", "181")
                .groups("lantern")
                .scene("One of two with the same name; Lantern asks her on her phone.")
                .add();
        s.add("wulandari", null, "Wulandari", "Galley hand", "MV Plover", "Merehithe", "182")
                .speaks("Indonesian, English")
                .scene("Has one name only.")
                .add();
        s.add("jodelacruz", "José", "de la Cruz", "Bosun", "MV Redshank", "St Morwen", "183")
                .speaks("Spanish, English")
                .add();
        s.add("msolheim", "Marit", "Solheim", "Chief officer", "MV Whimbrel", "Skerry Bay", "184")
                .groups("bridge-officer")
                .state(State.LOCKED)
                .scene("A bridge officer: somebody must vouch for her as well.")
                .add();
        s.add("yadeyemi", "Yusuf", "Adeyemi", "Engineer", "MV Turnstone", "Inverwick", "185")
                .state(State.LOCKED)
                .scene("Locked out of the directory and of Shore cloud, both at once.")
                .add();
        s.add("trask", "Tove", "Rask", "Service desk analyst", "Shore", "Brackwater", "190").add();
        s.add("jlie", "Jonas", "Lie", "Service desk analyst", "Shore", "Brackwater", "191").add();
        s.add("ehartono", "Elif", "Hartono", "Internal auditor", "Shore", "Brackwater", "192")
                .add();
        s.add("mholt", "Maren", "Holt", "Systems steward", "Shore", "Brackwater", "193").add();
        s.add("ranand", "Ravi", "Anand", "Service desk lead", "Shore", "Brackwater", "194").add();
        return s.people;
    }

    /** Those about whom something is told, and who are nobody else's manager. */
    static List<Person> last() {
        Scenes s = new Scenes();
        s.staffNumber = 12_000;
        s.add("ekoskinen", "Eero", "Koskinen", "Master", "MV Plover", "Merehithe", "186")
                .manager("olindqvist")
                .away(new Away(9, "mreyes"))
                .add();
        s.add("mreyes", "Mila", "Reyes", "Chief officer", "MV Plover", "Merehithe", "187")
                .manager("ekoskinen")
                .add();
        s.add("sdubois", "Sol", "Dubois", "Galley hand", "MV Plover", "Merehithe", "188")
                .manager("ekoskinen")
                .state(State.LOCKED)
                .scene("Locked out; the manager is away, and a deputy answers instead.")
                .add();
        return s.people;
    }

    private Scene add(
            String account,
            @Nullable String given,
            String family,
            String title,
            String vessel,
            String port,
            @Nullable String mobileEnd) {
        staffNumber += 13;
        return new Scene(account, given, family, title, vessel, port, mobileEnd);
    }

    /** Collects what differs from the ordinary about one person. */
    private final class Scene {
        private final String account;
        private final @Nullable String given;
        private final String family;
        private final String title;
        private final String vessel;
        private final String port;
        private final @Nullable String mobile;
        private List<String> groups = List.of();
        private String speaks = "English";
        private State state = State.OPEN;
        private @Nullable String desk;
        private boolean authenticator = true;
        private @Nullable Change ownMailChange;
        private @Nullable String manager = people.isEmpty() ? null : "olindqvist";
        private @Nullable Away away;
        private @Nullable String scene;

        Scene(
                String account,
                @Nullable String given,
                String family,
                String title,
                String vessel,
                String port,
                @Nullable String mobileEnd) {
            this.account = account;
            this.given = given;
            this.family = family;
            this.title = title;
            this.vessel = vessel;
            this.port = port;
            this.mobile = mobileEnd == null ? null : "+447700900" + mobileEnd;
        }

        Scene groups(String... names) {
            groups = List.of(names);
            return this;
        }

        Scene speaks(String languages) {
            speaks = languages;
            return this;
        }

        Scene state(State newState) {
            state = newState;
            return this;
        }

        Scene desk(String number) {
            desk = number;
            return this;
        }

        Scene withoutAuthenticator() {
            authenticator = false;
            return this;
        }

        Scene ownMailChange(Change change) {
            ownMailChange = change;
            return this;
        }

        Scene manager(String account) {
            manager = account;
            return this;
        }

        Scene away(Away until) {
            away = until;
            return this;
        }

        Scene scene(String words) {
            scene = words;
            return this;
        }

        void add() {
            people.add(
                    new Person(
                            account,
                            given,
                            family,
                            String.valueOf(staffNumber),
                            title,
                            vessel,
                            port,
                            speaks,
                            mobile,
                            desk,
                            account + "@lagoon.example",
                            "20%02d-%02d".formatted(8 + people.size(), 1 + people.size() * 5 % 12),
                            "%s%d".formatted((char) ('A' + people.size() % 8), 31 + people.size()),
                            manager,
                            away,
                            groups,
                            state,
                            authenticator,
                            ownMailChange,
                            scene));
        }
    }
}
