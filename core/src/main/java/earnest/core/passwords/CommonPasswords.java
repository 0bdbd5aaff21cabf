package earnest.core.passwords;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/**
 * Passwords that many people use: 30,000 from the list in the package {@code zxcvbn}, all ASCII and
 * in small letters. Held as one sorted block of bytes for each length, 240 kB in all. Immutable.
 */
final class CommonPasswords {
    private static final class Held {
        static final CommonPasswords ALL = read();
    }

    private final Map<Integer, byte[]> blocks = new TreeMap<>();

    private CommonPasswords(List<String> words) {
        Map<Integer, List<String>> byLength =
                words.stream().distinct().collect(Collectors.groupingBy(String::length));
        byLength.forEach(
                (length, same) ->
                        blocks.put(
                                length,
                                same.stream()
                                        .sorted()
                                        .collect(Collectors.joining())
                                        .getBytes(StandardCharsets.US_ASCII)));
    }

    static CommonPasswords all() {
        return Held.ALL;
    }

    private static CommonPasswords read() {
        try (InputStream in =
                Objects.requireNonNull(
                        CommonPasswords.class.getResourceAsStream("passwords.txt"),
                        "the list of common passwords is not in the build")) {
            return new CommonPasswords(
                    new String(in.readAllBytes(), StandardCharsets.US_ASCII)
                            .lines()
                            .filter(line -> !line.isEmpty())
                            .toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Whether a text is a listed one: whole, in any case, after NFC. */
    boolean holds(CharSequence text) {
        int[] folded =
                Normalizer.normalize(text, Normalizer.Form.NFC)
                        .codePoints()
                        .map(Folded::of)
                        .toArray();
        byte[] block = blocks.get(folded.length);
        if (block == null) {
            return false;
        }
        int from = 0;
        int to = block.length / folded.length - 1;
        while (from <= to) {
            int middle = (from + to) >>> 1;
            int order = compare(block, middle * folded.length, folded);
            if (order == 0) {
                return true;
            }
            if (order < 0) {
                from = middle + 1;
            } else {
                to = middle - 1;
            }
        }
        return false;
    }

    private static int compare(byte[] block, int at, int[] folded) {
        for (int i = 0; i < folded.length; i++) {
            int order = Integer.compare(block[at + i], folded[i]);
            if (order != 0) {
                return order;
            }
        }
        return 0;
    }

    /** All listed ones of a length, one after the other. */
    void ofLength(int length, Consumer<byte[]> each) {
        byte[] block = blocks.getOrDefault(length, new byte[0]);
        for (int at = 0; at < block.length; at += length) {
            each.accept(Arrays.copyOfRange(block, at, at + length));
        }
    }
}
