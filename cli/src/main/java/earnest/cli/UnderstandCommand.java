package earnest.cli;

import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.json.JsonText;
import earnest.core.understanding.Lexicon;
import earnest.core.understanding.Place;
import earnest.core.understanding.Understanding;

import java.io.InputStream;
import java.io.PrintStream;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** {@code earnest understand}, for whoever wants to see what a message is taken for. */
final class UnderstandCommand implements Command {
    private static final MathContext DIGITS = new MathContext(3);

    @Override
    public String help() {
        return """
        Usage: ./earnest understand FILE [--explain]

        Says what messages want, and what in them has to be masked: reads
        {"messages":[{"id","text"}], "systems"?, "region"?, "now"?, "quiet"?} and prints
        {"results":[{"id","wants":[{"want","sure"}],"secrets":[{"from","to"}],"masked","language"}]}.
        Places are in code points, 'to' exclusive. A want counts from 0.6; where none does, the two
        that may be meant are given.

        So far it knows English, and these wants: forgotten-password, locked-out,
        lost-second-factor, not-me, a-human, something-else. Facts and tone are not told yet.

          --explain   adds the words that weighed most for the first want

        Example: ./earnest understand messages.json --explain

        Exit: 0 done, 2 bad input (one line names the field).
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) {
        Options options = new Options(arguments, Set.of(), Set.of("--explain"));
        Fields input = Fields.of("", Input.json(options.only("FILE")));
        input.any("messages");
        mustBeWellFormed(input);
        List<Message> messages =
                input.list("messages", (name, value) -> message(Fields.of(name, value)));
        input.noOthers();
        Understanding english = new Understanding(Lexicon.english());
        List<Map<String, Object>> results = new ArrayList<>();
        for (Message message : messages) {
            results.add(
                    result(message, english.understand(message.text), options.has("--explain")));
        }
        out.println(JsonText.of(Map.of("results", results)));
        return 0;
    }

    /** What stands there for what is not told yet is looked at all the same. */
    private static void mustBeWellFormed(Fields input) {
        if (input.has("systems")) {
            input.object("systems")
                    .each((name, names) -> Fields.of("", Map.of(name, names)).texts(name));
        }
        input.textOrNull("region");
        input.instantOrNull("now");
        if (input.has("quiet")) {
            input.texts("quiet");
        }
    }

    private record Message(String id, String text) {}

    private static Message message(Fields fields) {
        Message message = new Message(fields.text("id"), fields.text("text"));
        fields.noOthers();
        if (message.id.isEmpty()) {
            throw new BadField(fields.name("id"), "must not be empty");
        }
        return message;
    }

    private static Map<String, Object> result(
            Message message, Understanding.Understood understood, boolean explain) {
        Map<String, Object> result = new LinkedHashMap<>();
        result.put("id", message.id);
        result.put(
                "wants",
                understood.wants().stream()
                        .map(
                                one -> {
                                    Map<String, Object> want = new LinkedHashMap<>();
                                    want.put("want", one.want().word());
                                    want.put("sure", rounded(one.sure()));
                                    return want;
                                })
                        .toList());
        result.put("secrets", understood.secrets().stream().map(UnderstandCommand::place).toList());
        result.put("masked", understood.masked());
        result.put("language", "en");
        if (explain) {
            result.put(
                    "weighed",
                    understood.weighed().stream()
                            .map(
                                    one -> {
                                        Map<String, Object> word = new LinkedHashMap<>();
                                        word.put("word", one.word());
                                        word.put("weight", rounded(one.weight()));
                                        return word;
                                    })
                            .toList());
        }
        return result;
    }

    private static Map<String, Object> place(Place place) {
        Map<String, Object> written = new LinkedHashMap<>();
        written.put("from", place.from());
        written.put("to", place.to());
        return written;
    }

    private static BigDecimal rounded(double number) {
        return new BigDecimal(number).round(DIGITS);
    }
}
