package earnest.core.procedures;

import org.jspecify.annotations.Nullable;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;

/**
 * Every way through a procedure: loops are gone through once, an {@code if} both ways, a step goes
 * on or has one of its outcomes. They come one by one, so that many need no room; first the way on
 * which nothing goes wrong.
 */
public final class Ways {
    /** What is still to be gone over, the next first. */
    private record Ahead(
            List<Statement> statements, int at, boolean loopBody, @Nullable Ahead then) {}

    /** The steps so far, the last first. */
    private record Trail(String step, @Nullable Trail before) {}

    private record Way(@Nullable Ahead ahead, @Nullable Trail trail, boolean inOtherwise) {}

    private final Procedure procedure;
    private final Deque<Way> open = new ArrayDeque<>();

    private Ways(Procedure procedure) {
        this.procedure = procedure;
    }

    /** Gives the steps of each way, as they are written, outcomes before what is done on them. */
    public static void each(Procedure procedure, Consumer<List<String>> way) {
        new Ways(procedure).give(Integer.MAX_VALUE, way);
    }

    /** The first of them; with many outcomes there can be very many. */
    public static List<List<String>> first(Procedure procedure, int most) {
        List<List<String>> first = new ArrayList<>();
        new Ways(procedure).give(most, first::add);
        return first;
    }

    private void give(int most, Consumer<List<String>> way) {
        int given = 0;
        open.push(new Way(new Ahead(procedure.statements(), 0, false, null), null, false));
        while (!open.isEmpty() && given < most) {
            Way next = open.pop();
            Ahead ahead = over(next.ahead());
            if (ahead == null) {
                way.accept(steps(next.trail()));
                given++;
            } else {
                go(new Way(ahead, next.trail(), next.inOtherwise()));
            }
        }
    }

    /** Leaves blocks that are done. */
    private static @Nullable Ahead over(@Nullable Ahead ahead) {
        Ahead now = ahead;
        while (now != null && now.at() == now.statements().size()) {
            now = now.then();
        }
        return now;
    }

    private static List<String> steps(@Nullable Trail last) {
        List<String> steps = new ArrayList<>();
        for (Trail trail = last; trail != null; trail = trail.before()) {
            steps.add(trail.step());
        }
        return steps.reversed();
    }

    private void go(Way way) {
        Ahead ahead = way.ahead();
        if (ahead == null) {
            return;
        }
        Statement statement = ahead.statements().get(ahead.at());
        Ahead after = new Ahead(ahead.statements(), ahead.at() + 1, ahead.loopBody(), ahead.then());
        switch (statement) {
            case Statement.Step step -> step(step, way, after);
            case Statement.If condition -> {
                Trail trail = new Trail(condition.words(), way.trail());
                Trail other = new Trail("else", new Trail(condition.words(), way.trail()));
                push(way, other, new Ahead(condition.otherwise(), 0, false, after));
                push(way, trail, new Ahead(condition.then(), 0, false, after));
            }
            case Statement.Repeat repeat ->
                    push(
                            way,
                            new Trail(repeat.words(), way.trail()),
                            new Ahead(repeat.body(), 0, true, after));
            case Statement.Leave leave -> {
                Ahead loop = after;
                while (loop != null && !loop.loopBody()) {
                    loop = loop.then();
                }
                push(way, new Trail("leave", way.trail()), loop == null ? null : loop.then());
            }
        }
    }

    private void step(Statement.Step step, Way way, Ahead after) {
        Trail trail = new Trail(step.act().toString(), way.trail());
        if (step.act().ends()) {
            push(way, trail, null);
            return;
        }
        for (Outcome outcome : step.act().outcomes().reversed()) {
            Trail came = new Trail(outcome.word() + ":", trail);
            Statement.Handler handler = step.on(outcome);
            if (handler != null) {
                push(way, came, new Ahead(handler.statements(), 0, false, after));
            } else if (way.inOtherwise()) {
                push(way, came, after);
            } else {
                Procedure.Otherwise otherwise = procedure.otherwise();
                List<Statement> then = otherwise == null ? List.of() : otherwise.statements();
                Trail there = new Trail("otherwise", came);
                open.push(new Way(new Ahead(then, 0, false, null), there, true));
            }
        }
        push(way, trail, after);
    }

    private void push(Way way, Trail trail, @Nullable Ahead ahead) {
        open.push(new Way(ahead, trail, way.inOtherwise()));
    }
}
