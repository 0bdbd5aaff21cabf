package earnest.cli;

import earnest.core.json.BadField;
import earnest.core.requests.CannotCarry;
import earnest.core.requests.Description;
import earnest.core.requests.Learner;
import earnest.core.requests.Renderer;
import earnest.core.requests.Slot;

import java.io.InputStream;
import java.io.PrintStream;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest gateway learn | render}. */
final class GatewayCommand implements Command {
    @Override
    public String help() {
        return """
        Usage: ./earnest gateway learn SAMPLE --mark SLOT=VALUE ... [--region GB] [--answer FILE]
                                       [--https | --http]
               ./earnest gateway render DESCRIPTION --value SLOT=VALUE ... [--show-secrets]

        learn describes a request to an outside service from the sample in its manual: raw HTTP, or a
        curl command line. Each mark is the whole value of one place in it, as a receiver reads it;
        SLOT is one of number, text, sender, reference, user, password; the number is given in E.164.
        --region says whose national numbers the sample shows. --answer is a good answer. The scheme
        of raw HTTP is https, unless --http says otherwise. The description is JSON, and holds nothing
        of what was marked.

        render prints the request that would be sent, secrets as \u2022\u2022\u2022. text=@FILE takes the text from
        a file, in which every byte counts; @@ is a plain @.

        Examples:
          ./earnest gateway learn sample.http --mark number=+447700900123 --mark text=Hello > sms.json
          ./earnest gateway render sms.json --value number=+447700900456 --value text='Your code: 1234'

        Exit: 0 done, 2 bad input.
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) {
        String what = arguments.isEmpty() ? "" : arguments.getFirst();
        List<String> rest = arguments.subList(Math.min(1, arguments.size()), arguments.size());
        try {
            switch (what) {
                case "learn" -> learn(rest, out);
                case "render" -> render(rest, out);
                default -> throw new Refused("there are 'gateway learn' and 'gateway render'");
            }
        } catch (CannotCarry cannot) {
            throw new Refused(String.valueOf(cannot.getMessage()));
        }
        return 0;
    }

    private static void learn(List<String> arguments, PrintStream out) {
        Options options =
                new Options(
                        arguments,
                        Set.of("--region", "--answer"),
                        Set.of("--https", "--http"),
                        Set.of("--mark"));
        String sample = Input.text(options.only("SAMPLE"));
        if (options.has("--https") && options.has("--http")) {
            throw Refused.field("--http", "is not taken together with --https");
        }
        String scheme = options.has("--http") ? "http" : options.has("--https") ? "https" : null;
        String answer = options.value("--answer");
        Map<Slot, String> marks = new EnumMap<>(Slot.class);
        options.all("--mark").forEach(mark -> put("--mark", mark, marks, false));
        if (marks.isEmpty()) {
            throw Refused.field("--mark", "is missing: what in the sample is to be filled in");
        }
        out.println(
                Learner.learn(
                                sample,
                                marks,
                                options.value("--region"),
                                scheme,
                                answer == null ? null : Input.text(answer))
                        .json());
    }

    private static void render(List<String> arguments, PrintStream out) {
        Options options =
                new Options(arguments, Set.of(), Set.of("--show-secrets"), Set.of("--value"));
        String file = options.only("DESCRIPTION");
        Description description;
        try {
            description = Description.read(Input.json(file));
        } catch (BadField bad) {
            throw new Refused(file + ": " + bad.getMessage());
        }
        Map<Slot, String> values = new EnumMap<>(Slot.class);
        options.all("--value").forEach(value -> put("--value", value, values, true));
        byte[] request =
                options.has("--show-secrets")
                        ? Renderer.render(description, values)
                        : Renderer.shown(description, values);
        out.write(request, 0, request.length);
    }

    private static void put(
            String option, String given, Map<Slot, String> values, boolean fileToo) {
        int equals = given.indexOf('=');
        if (equals < 1) {
            throw Refused.field(option, "is SLOT=VALUE, such as text=Hello");
        }
        Slot slot = Slot.of(given.substring(0, equals));
        String value = given.substring(equals + 1);
        if (fileToo && slot == Slot.TEXT && value.startsWith("@")) {
            value = value.startsWith("@@") ? value.substring(1) : Input.text(value.substring(1));
        }
        if (values.put(slot, value) != null) {
            throw Refused.field(option, slot.word() + " is given twice");
        }
    }
}
