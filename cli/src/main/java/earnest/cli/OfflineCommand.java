package earnest.cli;

import earnest.core.offline.Challenge;
import earnest.core.offline.OfflineAnswer;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Set;

/** {@code earnest offline respond | challenge}. */
final class OfflineCommand implements Command {
    private static final int NO_CHALLENGE = 1;
    private static final int PERMISSIONS = 07777;
    private static final int OWNERS_ALONE = 0600;

    @Override
    public String help() {
        return """
        Usage: ./earnest offline respond --key-file FILE --challenge CHALLENGE < PASSWORD
               ./earnest offline challenge --check CHALLENGE

        For a machine without network that shows a challenge: the answer that lets one password in.

          respond             reads the password from the first line of standard input and prints
                              the answer, ten digits; the machine takes both together, once
          --key-file FILE     the machine's key: 64 hexadecimal digits and a line end, and nobody
                              but its owner may read or write the file (mode 600)
          challenge --check   whether a challenge was read and heard rightly; capitals, spaces and
                              hyphens do not matter

        Examples: printf '%s\\n' "$PASSWORD" | \\
                      ./earnest offline respond --key-file laptop.key --challenge 'abcde fghjd'
                  ./earnest offline challenge --check ABCDE-FGHJD

        Exit: 0 done, 1 the checked challenge is none (one line says why), 2 bad input.
        """;
    }

    @Override
    public int run(List<String> arguments, InputStream in, PrintStream out) throws IOException {
        String what = arguments.isEmpty() ? "" : arguments.getFirst();
        List<String> rest =
                arguments.isEmpty() ? arguments : arguments.subList(1, arguments.size());
        switch (what) {
            case "respond" -> respond(rest, in, out);
            case "challenge" -> check(rest);
            default -> throw new Refused("respond or challenge: say which");
        }
        return 0;
    }

    private static void check(List<String> arguments) {
        Options options = new Options(arguments, Set.of("--check"), Set.of());
        options.nothingElse();
        challenge("--check", options.value("--check"), NO_CHALLENGE);
    }

    private static void respond(List<String> arguments, InputStream in, PrintStream out)
            throws IOException {
        Options options = new Options(arguments, Set.of("--key-file", "--challenge"), Set.of());
        options.nothingElse();
        String file = options.value("--key-file");
        if (file == null) {
            throw Refused.field("--key-file", "is missing");
        }
        Challenge challenge =
                challenge("--challenge", options.value("--challenge"), Refused.BAD_INPUT);
        byte[] key = key(file);
        try (Secret password = password(in);
                Secret answer = OfflineAnswer.of(key, challenge, password)) {
            out.println(OfflineAnswer.shown(answer));
        } finally {
            Arrays.fill(key, (byte) 0);
        }
    }

    private static Challenge challenge(String option, @Nullable String typed, int code) {
        if (typed == null) {
            throw Refused.field(option, "is missing");
        }
        try {
            return Challenge.read(typed);
        } catch (IllegalArgumentException none) {
            throw new Refused(option + ": " + none.getMessage(), code);
        }
    }

    private static byte[] key(String file) {
        Path path = Path.of(file);
        try {
            int mode = (Integer) Files.getAttribute(path, "unix:mode");
            if (!Files.isRegularFile(path)) {
                throw Refused.field("--key-file", "is no file");
            }
            if ((mode & PERMISSIONS) != OWNERS_ALONE) {
                throw Refused.field(
                        "--key-file", "others may see it, or its mode is odd: chmod 600 it");
            }
            String text = new String(bytes(path), StandardCharsets.ISO_8859_1);
            if (!text.matches("[0-9A-Fa-f]{64}\\r?\\n")) {
                throw Refused.field("--key-file", "must be 64 hexadecimal digits and a line end");
            }
            return HexFormat.of().parseHex(text.strip());
        } catch (NoSuchFileException e) {
            throw Refused.field("--key-file", "there is no such file");
        } catch (IOException e) {
            throw Refused.field("--key-file", "cannot be read");
        }
    }

    /** No more than tells that it is longer than a key. */
    private static byte[] bytes(Path path) throws IOException {
        try (InputStream file = Files.newInputStream(path)) {
            return file.readNBytes(2 * OfflineAnswer.KEY_BYTES + 3);
        }
    }

    /** The first line, without its end and else as it is. */
    private static Secret password(InputStream in) throws IOException {
        ByteArrayOutputStream line = new ByteArrayOutputStream();
        int read = in.read();
        while (read >= 0 && read != '\n') {
            line.write(read);
            read = in.read();
        }
        byte[] bytes = line.toByteArray();
        boolean carriage = read == '\n' && bytes.length > 0 && bytes[bytes.length - 1] == '\r';
        int length = carriage ? bytes.length - 1 : bytes.length;
        if (length == 0) {
            throw Refused.field("password", "the first line of standard input is empty");
        }
        try {
            CharBuffer decoded =
                    StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes, 0, length));
            return Secret.of(decoded);
        } catch (CharacterCodingException e) {
            throw Refused.field("password", "is not UTF-8");
        } finally {
            Arrays.fill(bytes, (byte) 0);
        }
    }
}
