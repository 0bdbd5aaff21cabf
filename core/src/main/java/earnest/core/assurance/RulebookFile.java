package earnest.core.assurance;

import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.json.Json;

import java.util.List;
import java.util.Set;

/** Reads rulebooks as they are written in files. */
public final class RulebookFile {
    private static final String STOP = "stop";

    private RulebookFile() {}

    /**
     * Reads a rulebook.
     *
     * @throws BadField or {@link BadInput} naming the field that is wrong
     */
    public static Rulebook read(Fields book) {
        Fields caps = book.object("caps");
        Rulebook rulebook =
                new Rulebook(
                        book.object("checks").each(RulebookFile::method),
                        new Caps(
                                caps.number("knows"),
                                caps.number("relayed"),
                                caps.number("recentPath"),
                                caps.number("counting")),
                        book.number("recentPathDays"),
                        book.number("validMinutes"),
                        book.object("signals").each(RulebookFile::signal),
                        book.list("rules", RulebookFile::rule));
        caps.noOthers();
        if (book.has("name")) {
            book.text("name");
        }
        book.noOthers();
        return rulebook;
    }

    private static Method method(String name, Object value) {
        Fields m = Fields.of(name, value);
        Method method =
                new Method(
                        Factor.of(m.text("factor"), name + ".factor"),
                        m.number("points"),
                        m.number("failed"),
                        m.number("work"),
                        m.number("wait"),
                        m.truth("relayed", false));
        m.noOthers();
        return method;
    }

    private static Rule rule(String name, Object value) {
        Fields r = Fields.of(name, value);
        Rule rule =
                new Rule(
                        r.text("action"),
                        r.text("system"),
                        r.text("group"),
                        r.number("points"),
                        Set.copyOf(r.list("factors", RulebookFile::factor)),
                        r.list("oneOf", RulebookFile::factors),
                        r.number("paths", 0),
                        r.truth("secondPerson", false),
                        r.truth("instead", false),
                        r.has("channel") ? r.text("channel") : "*",
                        r.has("handover")
                                ? Set.copyOf(r.list("handover", RulebookFile::route))
                                : null,
                        r.truth("linkCode", false));
        r.noOthers();
        return rule;
    }

    private static Route route(String name, Object value) {
        return Route.of(Fields.asText(name, value), name);
    }

    private static Signal signal(String name, Object value) {
        if (value instanceof String word) {
            if (word.equals(STOP)) {
                return Signal.STOP;
            }
            throw new BadField(name, "must be points or \"stop\"");
        }
        return new Signal(Fields.asNumber(name, value), false);
    }

    private static Factor factor(String name, Object value) {
        return Factor.of(Fields.asText(name, value), name);
    }

    private static List<Factor> factors(String name, Object value) {
        List<Object> list = Json.list(value);
        if (list == null) {
            throw new BadField(name, "must be a list");
        }
        return list.stream().map(item -> factor(name, item)).toList();
    }
}
