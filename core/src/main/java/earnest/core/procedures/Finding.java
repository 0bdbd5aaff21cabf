package earnest.core.procedures;

import java.util.Comparator;

/**
 * Something that is wrong with a procedure.
 *
 * @param line where, counted from 1
 * @param words what is wrong and what would be right, for the author
 */
public record Finding(int line, Code code, String words) implements Comparable<Finding> {
    private static final Comparator<Finding> ORDER =
            Comparator.comparingInt(Finding::line).thenComparing(finding -> finding.code().word());

    /** In order of line, then code. */
    @Override
    public int compareTo(Finding other) {
        return ORDER.compare(this, other);
    }

    /** What kind of thing is wrong. */
    public enum Code {
        /** A line is not of the language. */
        SYNTAX("syntax"),
        /** A system, action, text, ... that is not in the world. */
        UNKNOWN_NAME("unknown-name"),
        /** A name may be read before it has a value. */
        UNASSIGNED("unassigned"),
        /** One kind of thing stands where another is asked. */
        WRONG_TYPE("wrong-type"),
        /** A secret may reach a place that is not made for one. */
        LEAK("leak"),
        /** Something personal may reach a service that takes none. */
        PERSONAL_LEAK("personal-leak"),
        /** A change that some path reaches without enough proof, or too late after it. */
        UNPROVED("unproved"),
        /** A change that some path reaches without the second person. */
        UNAPPROVED("unapproved"),
        /** A secret is handed over twice, or a change asked for twice. */
        TWICE("twice"),
        /** A password is set, and some path ends with nobody knowing it. */
        NOBODY_LEARNS("nobody-learns"),
        /** A secret is handed over before it works, or after it was withdrawn. */
        TOO_EARLY("too-early"),
        /** A path that does not end the run. */
        NO_WAY_OUT("no-way-out"),
        /** A statement that no path reaches. */
        UNREACHABLE("unreachable"),
        /** A result that nothing reads. */
        UNUSED("unused"),
        /** Procedures that run each other in a circle. */
        ENDLESS("endless"),
        /** It starts itself again. */
        REPEATS("repeats");

        private final String word;

        Code(String word) {
            this.word = word;
        }

        /** As it is written. */
        public String word() {
            return word;
        }

        /** How much it matters. */
        public Level level() {
            return this == UNUSED ? Level.WARNING : Level.ERROR;
        }
    }

    /** Whether a procedure may run with it. */
    public enum Level {
        /** It may not. */
        ERROR("error"),
        /** It may; the author should look. */
        WARNING("warning");

        private final String word;

        Level(String word) {
            this.word = word;
        }

        /** As it is written. */
        public String word() {
            return word;
        }
    }
}
