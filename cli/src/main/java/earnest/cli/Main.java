package earnest.cli;

import earnest.core.assurance.BadInput;
import earnest.core.json.BadField;

import java.io.BufferedOutputStream;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/**
 * {@code earnest assess, gateway, offline, password, procedure, record, spell, understand, verify}.
 */
public final class Main {
    private static final Map<String, Supplier<Command>> COMMANDS = new LinkedHashMap<>();

    static {
        COMMANDS.put("assess", AssessCommand::new);
        COMMANDS.put("gateway", GatewayCommand::new);
        COMMANDS.put("offline", OfflineCommand::new);
        COMMANDS.put("password", PasswordCommand::new);
        COMMANDS.put("procedure", ProcedureCommand::new);
        COMMANDS.put("spell", SpellCommand::new);
        COMMANDS.put("record", RecordCommand::new);
        COMMANDS.put("understand", UnderstandCommand::new);
        COMMANDS.put("verify", VerifyCommand::new);
    }

    private Main() {}

    public static void main(String[] args) {
        PrintStream out =
                new PrintStream(
                        new BufferedOutputStream(new FileOutputStream(FileDescriptor.out)),
                        false,
                        StandardCharsets.UTF_8);
        PrintStream err =
                new PrintStream(
                        new FileOutputStream(FileDescriptor.err), true, StandardCharsets.UTF_8);
        int code = run(List.of(args), System.in, out, err);
        out.flush();
        System.exit(code);
    }

    static int run(List<String> args, java.io.InputStream in, PrintStream out, PrintStream err) {
        Supplier<Command> found = args.isEmpty() ? null : COMMANDS.get(args.getFirst());
        if (found == null) {
            err.println(
                    "earnest: there are these commands: " + String.join(", ", COMMANDS.keySet()));
            return Refused.BAD_INPUT;
        }
        Command command = found.get();
        List<String> rest = args.subList(1, args.size());
        if (rest.contains("--help")) {
            out.print(command.help());
            return 0;
        }
        try {
            return command.run(rest, in, out);
        } catch (Refused refused) {
            err.println("earnest %s: %s".formatted(args.getFirst(), refused.getMessage()));
            return refused.code();
        } catch (BadField | BadInput bad) {
            err.println("earnest %s: %s".formatted(args.getFirst(), bad.getMessage()));
        } catch (IOException e) {
            err.println(
                    "earnest %s: cannot read or write: %s"
                            .formatted(args.getFirst(), e.getMessage()));
        }
        return Refused.BAD_INPUT;
    }
}
