package earnest.cli;

import earnest.core.json.Fields;
import earnest.core.json.JsonText;
import earnest.core.procedures.Finding;
import earnest.core.procedures.Layout;
import earnest.core.procedures.Procedure;
import earnest.core.procedures.ProcedureCheck;
import earnest.core.procedures.Reading;
import earnest.core.procedures.Ways;
import earnest.core.procedures.World;
import earnest.core.procedures.WorldFile;

import java.io.InputStream;
import java.io.PrintStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest procedure check | format | paths}. */
final class ProcedureCommand implements Command {
    private static final int ERRORS = 1;

    @Override
    public String help() {
        return """
        Usage: ./earnest procedure check FILE... [--world FILE]
               ./earnest procedure format FILE
               ./earnest procedure paths FILE

        Reads procedures: written steps that Earnest carries out.

          check   follows every path and prints one JSON line for each finding:
                  {"file","line","code","level":"error"|"warning","words"}
          --world FILE   what may be named: {"systems":{"directory":{"actions":["unlock"],
                  "secondPerson":[],"passwords":true}},"texts":{"done-text":{"slots":
                  {"name":"personal"}}},"teams":[],"roles":[],"wants":[],"contacts":[],
                  "connections":{"crew-roster":{"operations":{"find":{"takes":{"account":
                  "personal"},"gives":{"berth":"text"}}}}},"procedures":[]}
                  Without it names, slots and second persons are not judged.
          format  prints it in the one layout
          paths   prints every way through, loops once, one a line

        Examples: ./earnest procedure check lost-password.procedure --world world.json
                  ./earnest procedure format lost-password.procedure
                  ./earnest procedure paths lost-password.procedure

        Exit: 0 nothing found, or warnings only; 1 errors; 2 bad input (one line names the file).
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) {
        List<String> rest =
                arguments.isEmpty() ? List.of() : arguments.subList(1, arguments.size());
        return switch (arguments.isEmpty() ? "" : arguments.getFirst()) {
            case "check" -> check(rest, out);
            case "format" -> one(rest, out, procedure -> out.print(Layout.of(procedure)));
            case "paths" ->
                    one(
                            rest,
                            out,
                            procedure ->
                                    Ways.each(
                                            procedure,
                                            steps -> out.println(String.join(" > ", steps))));
            default -> throw Refused.field("procedure", "say check, format or paths; see --help");
        };
    }

    private static int check(List<String> arguments, PrintStream out) {
        Options options = new Options(arguments, Set.of("--world"), Set.of());
        List<String> files = options.some("FILE");
        String worldFile = options.value("--world");
        World world = worldFile == null ? null : world(worldFile);
        Map<String, Reading> readings = new LinkedHashMap<>();
        Set<String> names = new HashSet<>();
        List<Procedure> read = new ArrayList<>();
        for (String file : files) {
            Reading reading = Reading.of(Input.text(file));
            if (readings.put(file, reading) != null) {
                throw Refused.field(file, "is given twice");
            }
            Procedure procedure = reading.procedure();
            if (procedure != null) {
                if (!names.add(procedure.name())) {
                    throw Refused.field(
                            file, "another file has the procedure '" + procedure.name() + "' too");
                }
                read.add(procedure);
            }
        }
        List<List<Finding>> checked = ProcedureCheck.check(read, world);
        boolean errors = false;
        int next = 0;
        for (Map.Entry<String, Reading> entry : readings.entrySet()) {
            Reading reading = entry.getValue();
            List<Finding> findings =
                    reading.procedure() == null ? reading.findings() : checked.get(next++);
            for (Finding finding : findings) {
                errors |= finding.code().level() == Finding.Level.ERROR;
                out.println(JsonText.of(line(entry.getKey(), finding)));
            }
        }
        return errors ? ERRORS : 0;
    }

    private interface WithProcedure {
        void accept(Procedure procedure);
    }

    private static int one(List<String> arguments, PrintStream out, WithProcedure what) {
        String file = new Options(arguments, Set.of(), Set.of()).only("FILE");
        Reading reading = Reading.of(Input.text(file));
        Procedure procedure = reading.procedure();
        if (procedure == null) {
            Finding first = reading.findings().getFirst();
            throw new Refused(
                    "%s, line %d: %s".formatted(file, first.line(), first.words()), ERRORS);
        }
        what.accept(procedure);
        return 0;
    }

    private static Map<String, Object> line(String file, Finding finding) {
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("file", file);
        line.put("line", finding.line());
        line.put("code", finding.code().word());
        line.put("level", finding.code().level().word());
        line.put("words", finding.words());
        return line;
    }

    private static World world(String file) {
        return WorldFile.read(Fields.of("", Input.json(file)));
    }
}
