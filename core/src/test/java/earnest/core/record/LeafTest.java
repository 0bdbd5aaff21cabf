package earnest.core.record;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import org.junit.jupiter.api.Test;

import java.time.Instant;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Leaves have one form only. */
class LeafTest {
    /** RFC 8785, section 3.2.3: sorting by UTF-16 code units. */
    @Test
    void keysAreSortedAsTheStandardSays() {
        Map<String, Object> map = new LinkedHashMap<>();
        map.put("\u20ac", "Euro Sign");
        map.put("\r", "Carriage Return");
        map.put("\ufb33", "Hebrew Letter Dalet With Dagesh");
        map.put("1", "One");
        map.put("\ud83d\ude00", "Emoji: Grinning Face");
        map.put("\u0080", "Control");
        map.put("\u00f6", "Latin Small Letter O With Diaeresis");
        assertEquals(
                "{\"\\r"
                    + "\":\"Carriage"
                    + " Return\",\"1\":\"One\",\"\u0080\":\"Control\",\"\u00f6\":\"Latin Small"
                    + " Letter O With Diaeresis\",\"\u20ac\":\"Euro"
                    + " Sign\",\"\ud83d\ude00\":\"Emoji: Grinning Face\",\"\ufb33\":\"Hebrew Letter"
                    + " Dalet With Dagesh\"}",
                CanonicalJson.write(map));
    }

    /** RFC 8785, section 3.2.2.2. */
    @Test
    void textIsEscapedAsTheStandardSays() {
        assertEquals(
                "\"\u20ac$\\u000f\\nA'B\\\"\\\\\\\\\\\"/\"",
                CanonicalJson.write("\u20ac$\u000f\nA'B\"\\\\\"/"));
    }

    @Test
    void whatHasNoOneFormIsRefused() {
        assertThrows(IllegalArgumentException.class, () -> CanonicalJson.write(1.5));
        assertThrows(IllegalArgumentException.class, () -> CanonicalJson.write((1L << 53) + 1));
        assertThrows(IllegalArgumentException.class, () -> CanonicalJson.write("\ud800"));
        assertThrows(IllegalArgumentException.class, () -> CanonicalJson.write(new Object()));
    }

    @Test
    void nestedValuesAndNumbers() {
        assertEquals(
                "{\"a\":[1,true,{\"b\":9007199254740992}]}",
                CanonicalJson.write(Map.of("a", List.of(1, true, Map.of("b", 1L << 53)))));
    }

    @Test
    void aLeafIsCanonicalToTheMicrosecond() {
        Leaf leaf =
                new Leaf(
                        UUID.fromString("01a20781-380e-77ce-b07c-fdf0f4a4289c"),
                        UUID.fromString("00000000-0000-7000-8000-000000000001"),
                        Instant.parse("2026-11-23T08:24:00.1Z"),
                        "code-sent",
                        new Leaf.Actor("analyst", "a", "password"),
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        "passed",
                        new Leaf.Why("careful", 43, 40, List.of(), Map.of("now", "x")),
                        Map.of("contact", "work mobile"),
                        Map.of("actor", "xyz="),
                        "node-1");
        assertEquals(
                "{\"actor\":{\"id\":\"a\",\"signedInBy\":\"password\",\"type\":\"analyst\"},\"at\":\"2026-11-23T08:24:00.100000Z\",\"data\":{\"contact\":\"work"
                    + " mobile\"},\"id\":\"01a20781-380e-77ce-b07c-fdf0f4a4289c\",\"kind\":\"code-sent\",\"node\":\"node-1\",\"organisation\":\"00000000-0000-7000-8000-000000000001\",\"outcome\":\"passed\",\"personal\":{\"actor\":\"xyz=\"},\"version\":2,\"why\":{\"asked\":40,\"evidence\":[],\"judged\":{\"now\":\"x\"},\"rule\":\"careful\",\"standing\":43}}",
                leaf.canonical());
    }

    /** RFC 9162, section 2.1.1: the hash of an empty leaf. */
    @Test
    void leavesAreHashedWithTheirPrefix() {
        assertEquals(
                "6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d",
                HexFormat.of().formatHex(Leaf.hash("")));
    }

    @Test
    void aCommitmentDependsOnValueAndSalt() {
        byte[] salt = new byte[16];
        byte[] other = new byte[16];
        other[15] = 1;
        assertEquals(Commitment.to("Ines Okafor", salt), Commitment.to("Ines Okafor", salt));
        assertNotEquals(Commitment.to("Ines Okafor", salt), Commitment.to("Ines Okafor", other));
        assertNotEquals(Commitment.to("Ines Okafor", salt), Commitment.to("Ines Okafoe", salt));
        assertThrows(IllegalArgumentException.class, () -> Commitment.to("x", new byte[8]));
    }
}
