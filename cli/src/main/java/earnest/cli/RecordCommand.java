package earnest.cli;

import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.io.Console;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest record export | key | change-key}: asks the running server. */
final class RecordCommand implements Command {
    private static final Duration UNTIL_SEALED = Duration.ofSeconds(15);
    private static final Duration LOOK_AGAIN = Duration.ofMillis(500);

    @Override
    public String help() {
        return """
        Usage: ./earnest record export [--from N] [--to N] [--format jsonl|csv|syslog] [--as LOGIN]
               ./earnest record export --ticket T-1042 [--as LOGIN]
               ./earnest record key [--as LOGIN]
               ./earnest record change-key --reason TEXT [--as LOGIN]

        Asks the running server for the record, on standard output: entries N up to but not with N, the
        receipt of a ticket, or the key that seals are checked with. LOGIN must be allowed to read the
        record, and to export it. The password and the code of the authenticator are asked for, or taken from
        EARNEST_PASSWORD and EARNEST_CODE. What is
        taken out is itself an entry of the record.

        change-key makes a new key. That it takes over is an entry with the reason, which the old key
        seals as its last; then the new one seals. LOGIN must be a steward.

        Examples:
          ./earnest record key --as elif.hartono > desk.pub
          ./earnest record export --as elif.hartono > record.jsonl
          ./earnest verify record.jsonl --key desk.pub
          ./earnest record change-key --reason "yearly, as the policy asks" --as maren.holt

        Exit: 0 done, 1 the server refused or is away, 2 bad input.
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) throws IOException {
        Options options =
                new Options(
                        arguments,
                        Set.of("--from", "--to", "--ticket", "--format", "--as", "--reason"),
                        Set.of());
        String what = options.only("export, key or change-key");
        String path =
                switch (what) {
                    case "key", "change-key" -> "";
                    case "export" -> export(options);
                    default -> throw Refused.field(what, "must be export, key or change-key");
                };
        String reason = options.value("--reason");
        if (what.equals("change-key") && (reason == null || reason.isBlank())) {
            throw Refused.field("--reason", "say why; it goes on the record");
        }
        String login = options.value("--as");
        if (login == null) {
            throw Refused.field("--as", "say as whom to sign in");
        }
        try (Server server = new Server(System.getenv("EARNEST_URL"))) {
            server.signIn(
                    login,
                    asked("EARNEST_PASSWORD", "Password: "),
                    asked("EARNEST_CODE", "Code of your authenticator: "));
            switch (what) {
                case "key" -> out.println(key(server));
                case "change-key" -> changeKey(server, String.valueOf(reason), out);
                default -> server.copy(ticket(server, options.value("--ticket"), path), out);
            }
            return 0;
        } catch (Server.No no) {
            throw new Refused(String.valueOf(no.getMessage()), 1);
        }
    }

    private static Map<String, Object> keys(Server server) throws IOException {
        Map<String, Object> keys = Json.object(Json.read(server.text("/api/record/key")));
        if (keys == null) {
            throw new Refused("Earnest did not say its key", 1);
        }
        return keys;
    }

    private static String key(Server server) throws IOException {
        return String.valueOf(keys(server).get("key"));
    }

    /** Waits until the old key has signed, so that what is said is how it is. */
    private static void changeKey(Server server, String reason, PrintStream out)
            throws IOException {
        String old = key(server);
        server.post("/api/record/key", Map.of("reason", reason));
        long deadline = System.nanoTime() + UNTIL_SEALED.toNanos();
        while (key(server).equals(old)) {
            if (System.nanoTime() > deadline) {
                throw new Refused(
                        "the change is on the record, and not sealed yet. Look again with:"
                                + " ./earnest record key",
                        1);
            }
            try {
                Thread.sleep(LOOK_AGAIN);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new Refused("interrupted", 1);
            }
        }
        List<Object> changes = Json.list(keys(server).get("changes"));
        Map<String, Object> last = changes == null ? null : Json.object(changes.getLast());
        out.printf(
                """
                The key was changed in entry %s, which the old key sealed as its last.
                Publish the new one, and back up its file; the old file is needed no more:
                %s
                """,
                last == null ? "?" : last.get("number"), key(server));
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

    /** From the environment, or typed unseen. */
    private static String asked(String variable, String prompt) {
        String given = System.getenv(variable);
        if (given != null) {
            return given;
        }
        Console console = System.console();
        char[] typed = console == null ? null : console.readPassword(prompt);
        if (typed == null) {
            throw Refused.field(variable, "is not set, and nobody can be asked");
        }
        return new String(typed);
    }
}
