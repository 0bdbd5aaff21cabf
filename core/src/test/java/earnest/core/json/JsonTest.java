package earnest.core.json;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;

import earnest.core.record.CanonicalJson;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

class JsonTest {
    @Test
    void readsEveryKindOfValue() {
        Object read = Json.read(" {\"a\" : [1, -2.50, 1e3, true, false, null, \"x\"], \"b\":{}} ");
        assertEquals(
                Map.of(
                        "a",
                        List.of(
                                1L,
                                new BigDecimal("-2.50"),
                                new BigDecimal("1e3"),
                                true,
                                false,
                                Json.NULL,
                                "x"),
                        "b",
                        Map.of()),
                read);
        assertSame(Json.NULL, Json.read("null"));
        assertEquals(new BigDecimal("12345678901234567890"), Json.read("12345678901234567890"));
    }

    @Test
    void readsEscapes() {
        assertEquals(
                "\"\\/\b\f\n\r\tKä€\uD83D\uDE00",
                Json.read("\"\\\"\\\\\\/\\b\\f\\n\\r\\t\\u004b\\u00e4\\u20AC\\ud83d\\ude00\""));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                " ",
                "{",
                "[1,]",
                "{\"a\":1,}",
                "{\"a\":1,\"a\":2}",
                "01",
                "1.",
                ".5",
                "+1",
                "1e",
                "-",
                "tru",
                "nul",
                "\"a",
                "\"\\x\"",
                "\"\\u12\"",
                "\"\\ud800\"",
                "\"\\udc00\"",
                "\"\\ud800\\u0041\"",
                "\"a\nb\"",
                "1 2",
                "{a:1}",
                "'a'",
                "[1 2]",
                "{\"a\" 1}",
                "\"\\",
                "NaN"
            })
    void refusesWhatIsNoJson(String text) {
        assertThrows(BadJson.class, () -> Json.read(text));
    }

    @Test
    void refusesBytesThatAreNoUtf8AndNestingThatIsTooDeep() {
        byte[] half = {'"', (byte) 0xc3, '"'};
        assertThrows(BadJson.class, () -> Json.read(half));
        assertThrows(BadJson.class, () -> Json.read("[".repeat(65) + "]".repeat(65)));
        Json.read("[".repeat(64) + "]".repeat(64));
    }

    @Property
    void readsBackWhatIsWritten(@ForAll List<Map<String, String>> value) {
        boolean writable =
                value.stream()
                        .flatMap(
                                m ->
                                        java.util.stream.Stream.concat(
                                                m.keySet().stream(), m.values().stream()))
                        .allMatch(s -> StandardCharsets.UTF_8.newEncoder().canEncode(s));
        if (writable) {
            assertEquals(value, Json.read(CanonicalJson.write(value)));
        }
    }

    @Property
    void neverFailsInAnotherWay(@ForAll byte[] bytes) {
        try {
            Json.read(bytes);
        } catch (BadJson expected) {
            // that is the one way
        }
    }

    /**
     * Text is read eight bytes at a time: each length, and each special character at each place.
     */
    @Test
    void readsTextOfEveryLengthWithEveryEscapeAtEveryPlace() {
        for (String special : List.of("\"", "\\", "\n", "\u0001", "é", "€", "😀", "/")) {
            for (int length = 0; length < 40; length++) {
                for (int at = 0; at <= length; at++) {
                    String text = "x".repeat(at) + special + "y".repeat(length - at);
                    Map<String, Object> value = Map.of("a", text, "b", text + special);
                    assertEquals(value, Json.read(CanonicalJson.write(value)));
                }
            }
        }
        String many = "\"".repeat(5_000) + "z".repeat(3_000);
        assertEquals(many, Json.read(CanonicalJson.write(many)));
    }

    @Test
    void refusesControlCharactersAtEveryPlace() {
        for (int length = 1; length < 24; length++) {
            for (int at = 0; at < length; at++) {
                for (String before : List.of("", "\\\"")) {
                    String plain = "x".repeat(at) + "\u001f" + "x".repeat(length - at);
                    assertThrows(BadJson.class, () -> Json.read('"' + before + plain + '"'), plain);
                }
            }
            String cut = "x".repeat(length);
            assertThrows(BadJson.class, () -> Json.read('"' + cut));
            assertThrows(BadJson.class, () -> Json.read("\"\\n" + cut));
            assertThrows(BadJson.class, () -> Json.read('"' + cut + '\\'));
        }
    }

    @Test
    void findsTheEndOfALine() {
        for (int length = 0; length < 30; length++) {
            for (int at = 0; at <= length; at++) {
                byte[] bytes = "x".repeat(length).getBytes(StandardCharsets.UTF_8);
                if (at < length) {
                    bytes[at] = '\n';
                }
                assertEquals(at, JsonReader.lineEnd(bytes, 0, length));
                assertEquals(length, JsonReader.lineEnd(bytes, Math.min(at + 1, length), length));
            }
        }
    }

    @Test
    void readsWholeNumbersAndNothingElseAsSuch() {
        Map<String, Long> numbers =
                Map.of(
                        "0,", 0L,
                        "7}", 7L,
                        "123456789012345678", 123_456_789_012_345_678L,
                        "1234567890123456789", -1L,
                        "-1,", -1L,
                        "01", -1L,
                        "1.5", -1L,
                        "1e3", -1L,
                        "x", -1L);
        numbers.forEach(
                (text, number) -> {
                    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
                    assertEquals(
                            number, new JsonReader(bytes, 0, bytes.length).wholeNumber(), text);
                });
    }

    @Test
    void passesValuesBy() {
        byte[] bytes =
                "{\"a\":{\"x\":[\"}\\\"]\",1]},\"b\":-2.5e3,\"c\":\"\\\\\",\"d\":true,\"e\":7}"
                        .getBytes(StandardCharsets.UTF_8);
        JsonReader in = new JsonReader(bytes, 0, bytes.length);
        in.take('{');
        for (String name : List.of("a", "b", "c", "d")) {
            assertEquals(name, in.string());
            in.take(':');
            in.skip();
            in.take(',');
        }
        assertEquals("e", in.string());
        JsonReader cut = new JsonReader(bytes, 5, 15);
        assertThrows(BadJson.class, cut::skip);
    }
}
