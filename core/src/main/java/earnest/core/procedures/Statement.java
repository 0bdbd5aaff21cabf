package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.List;

/** One statement of a procedure. No two stand on one line, so that the line says which it is. */
public sealed interface Statement {
    /** Its line, counted from 1. */
    int line();

    /**
     * A step.
     *
     * @param handlers what is done on its outcomes, in the order in which they are written
     */
    record Step(int line, Act act, List<Handler> handlers) implements Statement {
        public Step {
            handlers = List.copyOf(handlers);
        }

        /** What is done on an outcome; null where nothing is said of it. */
        public @Nullable Handler on(Outcome outcome) {
            return handlers.stream().filter(h -> h.outcome() == outcome).findFirst().orElse(null);
        }
    }

    /**
     * What is done on one outcome.
     *
     * @param statements at least one
     */
    record Handler(int line, Outcome outcome, List<Statement> statements) {
        public Handler {
            statements = List.copyOf(statements);
        }
    }

    /**
     * Two ways.
     *
     * @param comparedWith what the name is compared with; null where it is asked whether it is
     *     there
     * @param negated {@code is not}
     * @param otherwiseLine where {@code else} stands; 0 where there is none
     * @param otherwise below {@code else}; empty where there is none
     */
    record If(
            int line,
            Reference name,
            @Nullable Words comparedWith,
            boolean negated,
            List<Statement> then,
            int otherwiseLine,
            List<Statement> otherwise)
            implements Statement {
        public If {
            then = List.copyOf(then);
            otherwise = List.copyOf(otherwise);
        }

        /** As it is written. */
        String words() {
            String what = comparedWith == null ? "present" : comparedWith.toString();
            return "if " + name + (negated ? " is not " : " is ") + what;
        }
    }

    /**
     * The only loop.
     *
     * @param times how often at most, at least 1
     */
    record Repeat(int line, int times, List<Statement> body) implements Statement {
        public Repeat {
            body = List.copyOf(body);
        }

        /** As it is written. */
        String words() {
            return "repeat at most " + times + " times";
        }
    }

    /** Leaves the innermost loop. */
    record Leave(int line) implements Statement {}
}
