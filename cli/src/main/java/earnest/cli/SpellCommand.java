package earnest.cli;

import earnest.core.passwords.Secret;
import earnest.core.passwords.Spelling;

import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.util.Arrays;
import java.util.List;
import java.util.Set;

/** {@code earnest spell TEXT}. */
final class SpellCommand implements Command {
    @Override
    public String help() {
        return """
        Usage: ./earnest spell TEXT
               ./earnest spell < FILE

        Says a text for the telephone: one group of four a line, with the word for each character.
        Give a real password on standard input, since arguments can be seen by others.

        Example: ./earnest spell KA7Mrx42

        Exit: 0 done, 2 bad input.
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) throws IOException {
        try (Secret text = text(arguments, in)) {
            for (Spelling.Group group : Spelling.spell(text)) {
                out.println(group.characters() + "   " + group.words());
            }
        }
        return 0;
    }

    private static Secret text(List<String> arguments, InputStream in) throws IOException {
        if (arguments.isEmpty()) {
            byte[] line = in.readAllBytes();
            int end = line.length;
            while (end > 0 && (line[end - 1] == '\n' || line[end - 1] == '\r')) {
                end--;
            }
            if (end == 0) {
                throw Refused.field("TEXT", "is missing");
            }
            return Secret.ofUtf8(Arrays.copyOf(line, end));
        }
        String text = new Options(arguments, Set.of(), Set.of()).only("TEXT");
        if (text.isEmpty()) {
            throw Refused.field("TEXT", "is empty");
        }
        return Secret.of(text);
    }
}
