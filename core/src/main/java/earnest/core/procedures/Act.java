package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.stream.Collectors;

/** What a step does. {@code toString} gives it as it is written. */
public sealed interface Act {
    /** What may come of it besides going on. */
    default List<Outcome> outcomes() {
        return List.of();
    }

    /** Whether the run ends with it. */
    default boolean ends() {
        return false;
    }

    /** The name that it gives, or null. */
    default @Nullable String gives() {
        return null;
    }

    /** A contact of the person that is not too new. */
    record FindContact(String kind, String as) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.NONE);
        }

        @Override
        public String gives() {
            return as;
        }

        @Override
        public String toString() {
            return "find contact " + kind + " as " + as;
        }
    }

    /** Asks the person over the ticket's channel. */
    record Ask(Words question, String as) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.NO_ANSWER);
        }

        @Override
        public String gives() {
            return as;
        }

        @Override
        public String toString() {
            return "ask " + question + " as " + as;
        }
    }

    /**
     * Waits until the standing is enough.
     *
     * @param within minutes for which it counts; 0 where nothing is said
     */
    record Prove(Deed deed, int within) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.SHORT);
        }

        @Override
        public String toString() {
            return "prove " + deed + (within == 0 ? "" : " within " + within + " minutes");
        }
    }

    /** A second person decides. */
    record Approve(Deed deed, String role) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.DENIED, Outcome.NO_ANSWER);
        }

        @Override
        public String toString() {
            return "approve " + deed + " by " + role;
        }
    }

    /** A secret under the system's policy. */
    record Draw(String name, String system, Style style) implements Act {
        @Override
        public String gives() {
            return name;
        }

        @Override
        public String toString() {
            return "draw " + name + " in " + system + " as " + style.word();
        }
    }

    /** One change, at most once. */
    record Change(Deed deed, @Nullable Reference with, @Nullable String as) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.REFUSED, Outcome.UNKNOWN);
        }

        @Override
        public @Nullable String gives() {
            return as;
        }

        @Override
        public String toString() {
            return "change "
                    + deed
                    + (with == null ? "" : " with " + with)
                    + (as == null ? "" : " as " + as);
        }
    }

    /** Reads a secret aloud. */
    record ReadAloud(Reference secret) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.FAILED);
        }

        @Override
        public String toString() {
            return "hand over " + secret + " by read-aloud";
        }
    }

    /** Sends a secret, at most once. */
    record SendSecret(Reference secret, Carrying by, Reference to, String text) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.FAILED);
        }

        @Override
        public String toString() {
            return "hand over %s by %s to %s saying %s".formatted(secret, by.word(), to, text);
        }
    }

    /** Makes a temporary password worthless where it is unused. */
    record Withdraw(Reference secret, String system) implements Act {
        @Override
        public String toString() {
            return "withdraw " + secret + " in " + system;
        }
    }

    /** Ends whatever temporary password the person has there. */
    record EndTemporary(String system) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.REFUSED, Outcome.UNKNOWN);
        }

        @Override
        public String toString() {
            return "end temporary in " + system;
        }
    }

    /** A message without a secret. */
    record Send(String text, Reference to) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.FAILED);
        }

        @Override
        public String toString() {
            return "send " + text + " to " + to;
        }
    }

    /** Writes on the ticket. */
    record Note(Words words) implements Act {
        @Override
        public String toString() {
            return "note " + words;
        }
    }

    /** Writes on the ticket how far it is. */
    record Milestone(Words words) implements Act {
        @Override
        public String toString() {
            return "milestone " + words;
        }
    }

    /** An outside service. */
    record Call(String connection, String operation, List<Reference> with, @Nullable String as)
            implements Act {
        public Call {
            with = List.copyOf(with);
        }

        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.FAILED);
        }

        @Override
        public @Nullable String gives() {
            return as;
        }

        @Override
        public String toString() {
            String given = with.stream().map(Reference::toString).collect(Collectors.joining(", "));
            return "call "
                    + connection
                    + " "
                    + operation
                    + (with.isEmpty() ? "" : " with " + given)
                    + (as == null ? "" : " as " + as);
        }
    }

    /**
     * Waits until something comes.
     *
     * @param amount in {@code unit}
     */
    record WaitFor(Awaited what, int amount, TimeUnit unit) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.LATE);
        }

        /** The longest it takes, in minutes. */
        public long minutes() {
            return (long) amount * unit.minutes();
        }

        @Override
        public String toString() {
            return "wait for %s at most %d %s".formatted(what.word(), amount, unit.word());
        }
    }

    /** Waits a time. */
    record Wait(int minutes) implements Act {
        @Override
        public String toString() {
            return "wait " + minutes + " minutes";
        }
    }

    /** Another procedure. */
    record Run(String procedure) implements Act {
        @Override
        public List<Outcome> outcomes() {
            return List.of(Outcome.STOPPED);
        }

        @Override
        public String toString() {
            return "run " + procedure;
        }
    }

    /** Passes the ticket on and ends the run. */
    record Pass(String team) implements Act {
        @Override
        public boolean ends() {
            return true;
        }

        @Override
        public String toString() {
            return "pass to " + team;
        }
    }

    /** Ends the run, done. */
    record Close(Words words) implements Act {
        @Override
        public boolean ends() {
            return true;
        }

        @Override
        public String toString() {
            return "close " + words;
        }
    }

    /** Ends the run, not done. */
    record Stop(Words words) implements Act {
        @Override
        public boolean ends() {
            return true;
        }

        @Override
        public String toString() {
            return "stop " + words;
        }
    }

    /** An action in a system. */
    record Deed(String action, String system) {
        /** The action that sets a password which must be changed. */
        static final String TEMPORARY_PASSWORD = "temporary-password";

        @Override
        public String toString() {
            return action + " in " + system;
        }
    }

    /** What a password is drawn for. */
    enum Style {
        READ_ALOUD("read-aloud"),
        SPOKEN("spoken"),
        COPIED("copied");

        private final String word;

        Style(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** What brings a secret. */
    enum Carrying {
        TEXT("text"),
        MAIL("mail"),
        LINK("link");

        private final String word;

        Carrying(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** What is waited for. */
    enum Awaited {
        SIGN_IN("sign-in"),
        REPLY("reply"),
        APPROVAL("approval");

        private final String word;

        Awaited(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }
    }

    /** In what a time is counted. */
    enum TimeUnit {
        MINUTES("minutes", 1),
        HOURS("hours", 60);

        private final String word;
        private final int minutes;

        TimeUnit(String word, int minutes) {
            this.word = word;
            this.minutes = minutes;
        }

        public String word() {
            return word;
        }

        /** How many minutes one has. */
        public int minutes() {
            return minutes;
        }
    }
}
