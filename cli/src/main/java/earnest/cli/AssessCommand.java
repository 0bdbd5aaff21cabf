package earnest.cli;

import earnest.core.assurance.Assurance;
import earnest.core.assurance.CaseFile;
import earnest.core.json.Fields;
import earnest.core.json.JsonText;

import java.io.InputStream;
import java.io.PrintStream;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest assess FILE}. */
final class AssessCommand implements Command {
    @Override
    public String help() {
        return """
        Usage: ./earnest assess FILE

        Reckons how sure is sure enough: reads {"cases":[{"name", "rulebook", "evidence", "signals",
        "wanted", "available", "conversations"?, "liftedStops"?, "now"}]} and prints the standing, the
        lines and the verdicts of each case as JSON.

        Example: ./earnest assess core/src/test/resources/assurance/vectors.json

        Exit: 0 done, 2 bad input (one line names the case and the field).
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) {
        String file = new Options(arguments, Set.of(), Set.of()).only("FILE");
        Fields input = Fields.of("", Input.json(file));
        input.any("cases");
        List<Map<String, Object>> results =
                input.list(
                        "cases",
                        (name, value) -> result(Fields.of(name, value).text("name"), value));
        out.println(JsonText.of(Map.of("results", results)));
        return 0;
    }

    private static Map<String, Object> result(String name, Object value) {
        try {
            return CaseFile.result(name, Assurance.assess(CaseFile.input(Fields.of("", value))));
        } catch (IllegalArgumentException e) {
            throw new Refused("case '%s', %s".formatted(name, e.getMessage()));
        }
    }
}
