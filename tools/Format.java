import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * Formats the Java sources, or checks that they are formatted: {@code java tools/Format.java
 * --check|--fix} from the top folder, after the build has put the formatter into target/tools.
 */
public final class Format {
    public static void main(String[] args) throws IOException, InterruptedException {
        boolean fix = args.length == 1 && args[0].equals("--fix");
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(List.of("-jar", "target/tools/formatter.jar", "--aosp"));
        command.addAll(fix ? List.of("--replace") : List.of("--dry-run", "--set-exit-if-changed"));
        List<String> files;
        try (Stream<Path> all = Files.walk(Path.of("."))) {
            files =
                    all.map(Path::toString)
                            .filter(p -> p.endsWith(".java"))
                            .filter(p -> !p.contains("/target/") && !p.contains("/node_modules/"))
                            .filter(p -> !p.contains("/.earnest/"))
                            .sorted()
                            .toList();
        }
        Path list = Files.createTempFile("format", ".txt");
        Files.write(list, files);
        command.add("@" + list);
        int code = new ProcessBuilder(command).inheritIO().start().waitFor();
        if (fix && code == 0) {
            // What was wrapped the first time is joined or wrapped anew the second.
            code = new ProcessBuilder(command).inheritIO().start().waitFor();
        }
        Files.delete(list);
        if (code != 0 && !fix) {
            System.err.println("The files above are not formatted: run ./earnest format");
        }
        System.exit(code);
    }
}
