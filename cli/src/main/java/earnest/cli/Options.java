package earnest.cli;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What was typed after a command: {@code --name value}, {@code --flag} and the rest. */
final class Options {
    private final Map<String, String> values = new LinkedHashMap<>();
    private final Map<String, List<String>> all = new LinkedHashMap<>();
    private final List<String> rest = new ArrayList<>();

    Options(List<String> arguments, Set<String> withValue, Set<String> flags) {
        this(arguments, withValue, flags, Set.of());
    }

    /**
     * @param often options with a value that may be given more than once
     */
    Options(List<String> arguments, Set<String> withValue, Set<String> flags, Set<String> often) {
        for (int i = 0; i < arguments.size(); i++) {
            String argument = arguments.get(i);
            if (flags.contains(argument)) {
                values.put(argument, "");
            } else if (withValue.contains(argument) || often.contains(argument)) {
                if (++i == arguments.size()) {
                    throw Refused.field(argument, "a value is missing");
                }
                values.put(argument, arguments.get(i));
                all.computeIfAbsent(argument, a -> new ArrayList<>()).add(arguments.get(i));
            } else if (argument.startsWith("--")) {
                throw Refused.field(argument, "unknown option");
            } else {
                rest.add(argument);
            }
        }
    }

    boolean has(String name) {
        return values.containsKey(name);
    }

    @Nullable String value(String name) {
        return values.get(name);
    }

    /** Of an option that may be given more than once, in the order in which they were. */
    List<String> all(String name) {
        return List.copyOf(all.getOrDefault(name, List.of()));
    }

    int number(String name, int otherwise, int most) {
        String text = values.get(name);
        if (text == null) {
            return otherwise;
        }
        if (!text.matches("[0-9]{1,9}") || Integer.parseInt(text) < 1) {
            throw Refused.field(name, "must be a whole number from 1");
        }
        int number = Integer.parseInt(text);
        if (number > most) {
            throw Refused.field(name, "must be at most " + most);
        }
        return number;
    }

    /** The one argument that is no option. */
    String only(String what) {
        if (rest.size() != 1) {
            throw Refused.field(what, rest.isEmpty() ? "is missing" : "only one is taken");
        }
        return rest.getFirst();
    }

    /** The arguments that are no options, at least one. */
    List<String> some(String what) {
        if (rest.isEmpty()) {
            throw Refused.field(what, "is missing");
        }
        return List.copyOf(rest);
    }

    void nothingElse() {
        if (!rest.isEmpty()) {
            throw Refused.field(rest.getFirst(), "is not expected");
        }
    }
}
