package earnest.core.procedures;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/** Texts whose comments say what is found on their lines. */
final class MarkedCases {
    private static final String MARK = "#!";

    private MarkedCases() {}

    /** A text, and {@code line code} for each finding. */
    record Case(String title, String text, TreeSet<String> expected) {
        @Override
        public String toString() {
            return title;
        }
    }

    static String resource(String name) {
        try (InputStream in = MarkedCases.class.getResourceAsStream("/procedures/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The cases of a file; each with a head before, which is indented like the rest. */
    static List<Case> read(String name, String head, String indent, String codeWhereNoneIsNamed) {
        List<Case> cases = new ArrayList<>();
        for (String part : resource(name).split("(?m)^=== ")) {
            if (part.startsWith("#")) {
                continue;
            }
            int end = part.indexOf('\n');
            StringBuilder text = new StringBuilder(head);
            TreeSet<String> expected = new TreeSet<>();
            int number = (int) head.lines().count();
            for (String line : part.substring(end + 1).lines().toList()) {
                number++;
                int mark = line.indexOf(MARK);
                text.append(indent).append(mark < 0 ? line : line.substring(0, mark)).append('\n');
                if (mark >= 0) {
                    String codes = line.substring(mark + MARK.length()).strip();
                    for (String code :
                            (codes.isEmpty() ? codeWhereNoneIsNamed : codes).split(" ")) {
                        expected.add("%04d %s".formatted(number, code));
                    }
                }
            }
            cases.add(new Case(part.substring(0, end), text.toString(), expected));
        }
        return cases;
    }

    static TreeSet<String> found(List<Finding> findings) {
        TreeSet<String> found = new TreeSet<>();
        findings.forEach(f -> found.add("%04d %s".formatted(f.line(), f.code().word())));
        return found;
    }
}
