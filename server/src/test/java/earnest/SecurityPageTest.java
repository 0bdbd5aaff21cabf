package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What docs/security.md says is tested is tested, under the name that it gives. */
class SecurityPageTest {
    private static final Pattern QUOTED = Pattern.compile("`([^`]+)`");
    private static final Pattern OF_CLASS =
            Pattern.compile("(?:[a-z]+\\.)*([A-Z]\\w*Test)(?:\\.(\\w+))?");
    private static final Pattern METHOD = Pattern.compile("[a-z][A-Za-z]{12,}");

    private final Map<String, String> tests = new HashMap<>();

    private void read() {
        for (String module : List.of("core", "cli", "standins", "server", "journeys")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src/test/java"))) {
                files.filter(file -> file.toString().endsWith("Test.java"))
                        .forEach(
                                file ->
                                        tests.merge(
                                                file.getFileName().toString().replace(".java", ""),
                                                text(file),
                                                String::concat));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    private static String text(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void everyTestThatItNamesIsThere() {
        Assumptions.assumeTrue(
                System.getProperty("earnest.without", "").isEmpty(), "a part was taken out");
        read();
        List<String> missing = new ArrayList<>();
        int named = 0;
        for (String row : text(Path.of("../docs/security.md")).split("\n")) {
            String cell = row.substring(row.lastIndexOf(" | ") + 1);
            String last = "";
            Matcher quoted = QUOTED.matcher(row.startsWith("|") ? cell.replace("| ", "") : "");
            while (quoted.find()) {
                Matcher of = OF_CLASS.matcher(quoted.group(1));
                String method = null;
                if (of.matches()) {
                    last = of.group(1);
                    method = of.group(2);
                } else if (METHOD.matcher(quoted.group(1)).matches()) {
                    method = quoted.group(1);
                }
                String source = tests.get(last);
                named += method == null ? 0 : 1;
                if (source == null ? method != null : !has(source, method)) {
                    missing.add(last + "." + method);
                }
            }
        }
        assertThat(missing).isEmpty();
        assertThat(named).isGreaterThan(100);
    }

    private static boolean has(String source, String method) {
        return method == null || source.contains("void " + method + "(");
    }
}
