package earnest.core.puzzle;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

import org.junit.jupiter.api.Test;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

class PuzzleTest {
    private static final byte[] KEY = HexFormat.of().parseHex("0f".repeat(32));
    private static final byte[] NAME = HexFormat.of().parseHex("a1".repeat(32));
    private static final byte[] OTHER = HexFormat.of().parseHex("a2".repeat(32));
    private static final byte[] RANDOM =
            HexFormat.of().parseHex("000102030405060708090a0b0c0d0e0f");
    private static final Instant NOW = Instant.parse("2026-11-29T08:00:00Z");

    private static String solve(Puzzle puzzle) {
        for (long n = 0; ; n++) {
            if (puzzle.solvedBy(Long.toString(n))) {
                return Long.toString(n);
            }
        }
    }

    @Test
    void itIsMadeOfWhatItSays() throws Exception {
        byte[] whole =
                Base64.getUrlDecoder().decode(Puzzle.make(KEY, NAME, RANDOM, 12, NOW).text());
        String hex = HexFormat.of().formatHex(whole);
        assertEquals(2 * 57, hex.length());
        assertTrue(hex.startsWith("000102030405060708090a0b0c0d0e0f" + "0c"));
        assertEquals(
                NOW.plusSeconds(300).getEpochSecond(), Long.parseLong(hex.substring(34, 50), 16));
        Mac mac = Mac.getInstance("HmacSHA256");
        mac.init(new SecretKeySpec(KEY, "HmacSHA256"));
        mac.update(NAME);
        mac.update(whole, 0, 25);
        assertEquals(HexFormat.of().formatHex(mac.doFinal()), hex.substring(50));
    }

    @Test
    void aSolutionHasSoManyZeroBits() throws Exception {
        Puzzle puzzle = Puzzle.make(KEY, NAME, RANDOM, 12, NOW);
        String n = solve(puzzle);
        byte[] hash =
                MessageDigest.getInstance("SHA-256")
                        .digest((puzzle.text() + "." + n).getBytes(StandardCharsets.US_ASCII));
        assertTrue(HexFormat.of().formatHex(hash).startsWith("000"));
        assertFalse(puzzle.solvedBy("0" + n));
        assertFalse(puzzle.solvedBy("+" + n));
        assertFalse(puzzle.solvedBy(" " + n));
        assertFalse(puzzle.solvedBy(""));
        assertFalse(puzzle.solvedBy("1".repeat(19)));
    }

    @Test
    void itIsGoodForFiveMinutes() {
        Puzzle puzzle = Puzzle.make(KEY, NAME, RANDOM, 12, NOW);
        assertFalse(puzzle.expired(NOW.plusSeconds(299)));
        assertTrue(puzzle.expired(NOW.plusSeconds(300)));
    }

    @Test
    void itIsGoodForItsNameAndKeyOnly() {
        Puzzle puzzle = Puzzle.make(KEY, NAME, RANDOM, 12, NOW);
        assertTrue(Puzzle.read(KEY, NAME, puzzle.text()).isPresent());
        assertTrue(Puzzle.read(KEY, OTHER, puzzle.text()).isEmpty());
        assertTrue(Puzzle.read(OTHER, NAME, puzzle.text()).isEmpty());
        assertTrue(Puzzle.read(KEY, NAME, puzzle.text() + "=").isEmpty());
        assertTrue(Puzzle.read(KEY, NAME, "").isEmpty());
        assertTrue(Puzzle.read(KEY, NAME, "?").isEmpty());
    }

    @Property(tries = 300)
    void noBitOfItCanBeChanged(@ForAll @IntRange(max = 57 * 8 - 1) int bit) {
        byte[] whole =
                Base64.getUrlDecoder().decode(Puzzle.make(KEY, NAME, RANDOM, 12, NOW).text());
        whole[bit / 8] ^= (byte) (1 << bit % 8);
        String changed = Base64.getUrlEncoder().withoutPadding().encodeToString(whole);
        assertTrue(Puzzle.read(KEY, NAME, changed).isEmpty());
    }

    @Property(tries = 200)
    void whatIsReadIsWhatWasMade(
            @ForAll @Size(16) byte[] random, @ForAll @IntRange(min = 12, max = 22) int bits) {
        Puzzle made = Puzzle.make(KEY, NAME, random, bits, NOW);
        Puzzle read = Puzzle.read(KEY, NAME, made.text()).orElseThrow();
        assertEquals(bits, read.bits());
        assertArrayEquals(random, read.id());
        assertEquals(made.expires(), read.expires());
    }

    @Test
    void itGrowsWithTriesUpToItsMost() {
        assertEquals(12, Puzzle.bits(0, 0));
        assertEquals(12, Puzzle.bits(3, 3));
        assertEquals(13, Puzzle.bits(4, 0));
        assertEquals(13, Puzzle.bits(0, 4));
        assertEquals(19, Puzzle.bits(31, 0));
        assertEquals(20, Puzzle.bits(1_000, 0));
        assertEquals(22, Puzzle.bits(1_000, 1_000));
    }

    @Test
    void lengthsAreLookedAt() {
        assertThrows(
                IllegalArgumentException.class,
                () -> Puzzle.make(KEY, NAME, new byte[15], 12, NOW));
        assertThrows(
                IllegalArgumentException.class,
                () -> Puzzle.make(new byte[16], NAME, RANDOM, 12, NOW));
    }
}
