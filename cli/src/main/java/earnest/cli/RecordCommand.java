package earnest.cli;

import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.io.Console;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest record export | key}: asks the running server. */
final class RecordCommand implements Command {
    @Override
    public String help() {
        return """
        Usage: ./earnest record export [--from N] [--to N] [--format jsonl|csv|syslog] [--as LOGIN]
               ./earnest record export --ticket T-1042 [--as LOGIN]
               ./earnest record key [--as LOGIN]

        Asks the running server for the record, on standard output: entries N up to but not with N, the
        receipt of a ticket, or the key that seals are checked with. LOGIN must be allowed to read the
        record, and to export it. The password is asked for, or taken from EARNEST_PASSWORD. What is
        taken out is itself an entry of the record.

        Examples:
          ./earnest record key --as elif.hartono > desk.pub
          ./earnest record export --as elif.hartono > record.jsonl
          ./earnest verify record.jsonl --key desk.pub

        Exit: 0 done, 1 the server refused or is away, 2 bad input.
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) throws IOException {
        Options options =
                new Options(
                        arguments,
                        Set.of("--from", "--to", "--ticket", "--format", "--as"),
                        Set.of());
        String what = options.only("export or key");
        String path =
                switch (what) {
                    case "key" -> "/api/record/key";
                    case "export" -> export(options);
                    default -> throw Refused.field(what, "must be export or key");
                };
        String login = options.value("--as");
        if (login == null) {
            throw Refused.field("--as", "say as whom to sign in");
        }
        try (Server server = new Server(System.getenv("EARNEST_URL"))) {
            server.signIn(login, password());
            if (what.equals("key")) {
                Map<String, Object> key = Json.object(Json.read(server.text(path)));
                out.println(key == null ? "" : key.get("key"));
            } else {
                server.copy(ticket(server, options.value("--ticket"), path), out);
            }
            return 0;
        } catch (Server.No no) {
            throw new Refused(String.valueOf(no.getMessage()), 1);
        }
    }

    private static String export(Options options) {
        if (options.has("--ticket")) {
            for (String other : List.of("--from", "--to", "--format")) {
                if (options.has(other)) {
                    throw Refused.field(other, "does not go with --ticket");
                }
            }
            return "";
        }
        String format = options.value("--format");
        StringBuilder path =
                new StringBuilder("/api/record/export?format=")
                        .append(format == null ? "jsonl" : format);
        for (String end : List.of("from", "to")) {
            String number = options.value("--" + end);
            if (number != null) {
                if (!number.matches("[0-9]{1,15}")) {
                    throw Refused.field("--" + end, "must be a whole number from 0");
                }
                path.append('&').append(end).append('=').append(number);
            }
        }
        if (format != null && !Set.of("jsonl", "csv", "syslog").contains(format)) {
            throw Refused.field("--format", "must be jsonl, csv or syslog");
        }
        return path.toString();
    }

    /** The receipt of a ticket that is known by its number. */
    private static String ticket(Server server, @Nullable String number, String otherwise)
            throws IOException {
        if (number == null) {
            return otherwise;
        }
        if (!number.matches("(T-)?[0-9]{1,15}")) {
            throw Refused.field("--ticket", "must be a number such as T-1042");
        }
        String found = server.text("/api/record?ticket=" + number.replace("T-", ""));
        Map<String, Object> reading = Json.object(Json.read(found));
        List<Object> entries = reading == null ? null : Json.list(reading.get("entries"));
        Map<String, Object> first =
                entries == null || entries.isEmpty() ? null : Json.object(entries.getFirst());
        Map<String, Object> entry = first == null ? null : Json.object(first.get("entry"));
        if (entry == null) {
            throw Refused.field("--ticket", "the record has no such ticket");
        }
        return "/api/tickets/" + entry.get("ticket") + "/receipt";
    }

    private static String password() {
        String given = System.getenv("EARNEST_PASSWORD");
        if (given != null) {
            return given;
        }
        Console console = System.console();
        char[] typed = console == null ? null : console.readPassword("Password: ");
        if (typed == null) {
            throw Refused.field("EARNEST_PASSWORD", "is not set, and nobody can be asked");
        }
        return new String(typed);
    }
}
