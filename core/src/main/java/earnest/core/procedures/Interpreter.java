package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Says what comes next in a run. It does nothing itself: whoever runs the procedure does the step
 * at a place, and says what came of it. A place is a line and some numbers, so that it can be kept
 * and gone on from after a crash. Thread-safe.
 */
public final class Interpreter {
    /** What a run knows. */
    public interface Values {
        /** What a name reads as; empty where it has no value. */
        Optional<String> of(Reference name);
    }

    /**
     * Where a statement stands.
     *
     * @param within the statement whose block this is; null at the top
     */
    private record Spot(
            Statement statement, List<Statement> block, int index, @Nullable Statement within) {}

    private final Procedure procedure;
    private final Map<Integer, Spot> spots = new HashMap<>();

    /** For a procedure that the checker has passed. */
    public Interpreter(Procedure procedure) {
        this.procedure = procedure;
        index(procedure.statements(), null);
        Procedure.Otherwise otherwise = procedure.otherwise();
        if (otherwise != null) {
            index(otherwise.statements(), null);
        }
    }

    private void index(List<Statement> block, @Nullable Statement within) {
        for (int i = 0; i < block.size(); i++) {
            Statement statement = block.get(i);
            spots.put(statement.line(), new Spot(statement, block, i, within));
            switch (statement) {
                case Statement.Step step ->
                        step.handlers().forEach(handler -> index(handler.statements(), step));
                case Statement.If condition -> {
                    index(condition.then(), condition);
                    index(condition.otherwise(), condition);
                }
                case Statement.Repeat repeat -> index(repeat.body(), repeat);
                case Statement.Leave _ -> {}
            }
        }
    }

    /** Where a run begins. */
    public Place begin(Values values) {
        return first(procedure.statements(), new Place(0, Map.of(), null, null), values);
    }

    /**
     * The step at a place.
     *
     * @throws IllegalArgumentException if there is none
     */
    public Statement.Step step(Place place) {
        Spot spot = spots.get(place.line());
        if (spot == null || !(spot.statement() instanceof Statement.Step step)) {
            throw new IllegalArgumentException("no step stands on line " + place.line());
        }
        return step;
    }

    /**
     * Where it goes on once a step was done.
     *
     * @param outcome that came of it; null: it goes on
     * @param values with what the step gave
     */
    public Place after(Place place, @Nullable Outcome outcome, Values values) {
        Statement.Step step = step(place);
        if (step.act().ends()) {
            return place.at(0);
        }
        if (outcome == null) {
            return below(step, place, values);
        }
        Statement.Handler handler = step.on(outcome);
        if (handler != null) {
            return first(handler.statements(), place, values);
        }
        if (place.inOtherwise()) {
            return below(step, place, values);
        }
        Procedure.Otherwise otherwise = procedure.otherwise();
        Place there = new Place(0, Map.of(), step.act().toString(), outcome.word());
        return otherwise == null ? there : first(otherwise.statements(), there, values);
    }

    /**
     * Where a run goes that cannot go on where it is: to {@code otherwise}; from there nowhere.
     *
     * @param reason in words
     */
    public Place broken(Place place, String reason, Values values) {
        Procedure.Otherwise otherwise = procedure.otherwise();
        if (place.inOtherwise() || otherwise == null) {
            return place.at(0);
        }
        String step = place.over() ? "" : step(place).act().toString();
        return first(otherwise.statements(), new Place(0, Map.of(), step, reason), values);
    }

    private Place first(List<Statement> block, Place place, Values values) {
        return block.isEmpty() ? place.at(0) : settle(block.getFirst(), place, values);
    }

    /** What comes after a statement and all that stands in it. */
    private Place below(Statement statement, Place place, Values values) {
        Spot spot = spots.get(statement.line());
        if (spot == null) {
            throw new IllegalArgumentException("no statement stands on line " + statement.line());
        }
        if (spot.index() + 1 < spot.block().size()) {
            return settle(spot.block().get(spot.index() + 1), place, values);
        }
        Statement within = spot.within();
        if (within == null) {
            return place.at(0);
        }
        return within instanceof Statement.Repeat repeat
                ? turn(repeat, place, values)
                : below(within, place, values);
    }

    private Place turn(Statement.Repeat repeat, Place place, Values values) {
        int turned = place.turns().getOrDefault(repeat.line(), 0);
        return turned < repeat.times()
                ? first(repeat.body(), place.turned(repeat.line(), turned + 1), values)
                : below(repeat, place.left(repeat.line()), values);
    }

    /** The step to which a statement leads. */
    private Place settle(Statement statement, Place place, Values values) {
        return switch (statement) {
            case Statement.Step step -> place.at(step.line());
            case Statement.If condition -> {
                List<Statement> way =
                        holds(condition, values) ? condition.then() : condition.otherwise();
                yield way.isEmpty() ? below(condition, place, values) : first(way, place, values);
            }
            case Statement.Repeat repeat -> turn(repeat, place, values);
            case Statement.Leave leave -> {
                Statement loop = leave;
                while (!(loop instanceof Statement.Repeat)) {
                    Spot spot = spots.get(loop.line());
                    Statement within = spot == null ? null : spot.within();
                    if (within == null) {
                        throw new IllegalArgumentException("leave stands in no loop");
                    }
                    loop = within;
                }
                yield below(loop, place.left(loop.line()), values);
            }
        };
    }

    private static boolean holds(Statement.If condition, Values values) {
        Optional<String> value = values.of(condition.name());
        Words compared = condition.comparedWith();
        boolean is =
                compared == null
                        ? value.isPresent()
                        : value.filter(filled(compared, values)::equals).isPresent();
        return is != condition.negated();
    }

    /** Words with their slots filled; what has no value is left empty. */
    public static String filled(Words words, Values values) {
        StringBuilder filled = new StringBuilder();
        int at = 0;
        for (Reference slot : words.slots()) {
            String written = "{" + slot + "}";
            int from = words.text().indexOf(written, at);
            filled.append(words.text(), at, from).append(values.of(slot).orElse(""));
            at = from + written.length();
        }
        return filled.append(words.text().substring(at)).toString();
    }
}
