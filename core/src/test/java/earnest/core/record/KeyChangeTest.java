package earnest.core.record;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

import java.nio.charset.StandardCharsets;
import java.security.KeyPair;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * A record whose key was changed twice, in entries 6 and 14; each change sealed one entry later.
 */
class KeyChangeTest {
    private static final int SIZE = 21;
    private static final int[] AT = {6, 14};
    private static final Instant BEGUN = Instant.parse("2026-11-23T10:12:00Z");
    private static final List<KeyPair> PAIRS =
            List.of(SealTest.pair(), SealTest.pair(), SealTest.pair());
    private static final List<SealKey> KEYS =
            PAIRS.stream().map(pair -> SealKey.of("desk", pair.getPublic())).toList();

    private final List<String> leaves = IntStream.range(0, SIZE).mapToObj(this::leaf).toList();

    private String leaf(int number) {
        int change = number == AT[0] ? 0 : number == AT[1] ? 1 : -1;
        return change < 0
                ? CanonicalJson.write(Map.of("kind", "call-rang", "data", Map.of("n", number)))
                : change(KEYS.get(change), KEYS.get(change + 1));
    }

    private static String change(SealKey from, SealKey to) {
        return CanonicalJson.write(
                Map.of(
                        "kind",
                        KeyChange.KIND,
                        "data",
                        Map.of("from", from.text(), "to", to.text())));
    }

    private static Tree.Nodes nodes(List<String> leaves) {
        return TreeTest.nodes(leaves.stream().map(Leaf::hash).toList());
    }

    private static Seal seal(List<String> leaves, int size, int key) {
        return Seal.sign(
                new Checkpoint(
                        "desk.example/record",
                        size,
                        Whole.root(size, nodes(leaves)),
                        BEGUN.plusSeconds(size)),
                KEYS.get(key),
                PAIRS.get(key).getPrivate());
    }

    /** A change as it stands in a record, and is shown under a seal over {@code size} entries. */
    private static KeyChange shown(List<String> leaves, int change, int signer, int size) {
        int number = AT[change];
        int sealed = number + 2;
        Tree.Nodes nodes = nodes(leaves);
        return KeyChange.of(
                number,
                leaves.get(number),
                Tree.inclusion(number, sealed, nodes),
                seal(leaves, sealed, signer),
                Tree.consistency(sealed, size, nodes));
    }

    private List<KeyChange> changes(int size) {
        return IntStream.range(0, AT.length)
                .filter(i -> AT[i] + 2 <= size)
                .mapToObj(i -> shown(leaves, i, i, size))
                .toList();
    }

    private List<String> export(int from, int to, Seal seal, List<KeyChange> changes) {
        List<String> lines = new ArrayList<>();
        for (int i = from; i < to; i++) {
            lines.add(Lines.entry(i, leaves.get(i), Map.of()));
        }
        int size = (int) seal.checkpoint().size();
        Tree.Nodes nodes = nodes(leaves);
        lines.add(
                Lines.seal(
                        seal.note(),
                        Tree.cover(0, from, nodes),
                        Tree.cover(to, size, nodes),
                        changes));
        return lines;
    }

    private static Verification check(List<String> lines, SealKey key, List<Seal> witnessed) {
        ExportCheck check = new ExportCheck(key, witnessed);
        for (String line : lines) {
            byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
            check.line(bytes, 0, bytes.length);
        }
        return check.end();
    }

    private static void proved(Verification verification) {
        assertEquals(Verification.Outcome.PROVED, verification.outcome(), verification.words());
    }

    private static void failed(String words, Verification verification) {
        assertEquals(Verification.Outcome.FAILED, verification.outcome(), verification.words());
        assertTrue(verification.words().contains(words), verification.words());
    }

    private Verification wholeWith(List<KeyChange> changes) {
        return check(export(0, SIZE, seal(leaves, SIZE, 2), changes), KEYS.getFirst(), List.of());
    }

    @Test
    void everyKeyThatEverSealedProvesWhatCameAfter() {
        for (SealKey key : KEYS) {
            for (int[] range : new int[][] {{0, SIZE}, {3, 17}, {20, 21}}) {
                List<String> lines =
                        export(range[0], range[1], seal(leaves, SIZE, 2), changes(SIZE));
                proved(check(lines, key, List.of()));
            }
        }
        String words = wholeWith(changes(SIZE)).words();
        assertTrue(words.contains("entry 6 names " + KEYS.get(1).text()), words);
        assertTrue(words.contains("entry 14 names " + KEYS.get(2).text()), words);
        String newest =
                check(export(0, SIZE, seal(leaves, SIZE, 2), changes(SIZE)), KEYS.get(2), List.of())
                        .words();
        assertTrue(newest.endsWith("The seal is signed by desk."), newest);
    }

    @Test
    void theLastSealOfAKeyIsStillItsOwn() {
        for (int size : new int[] {5, 8, 9, 16, 17}) {
            int key = size <= 8 ? 0 : size <= 16 ? 1 : 2;
            proved(
                    check(
                            export(0, size, seal(leaves, size, key), changes(size)),
                            KEYS.getFirst(),
                            List.of()));
            for (int other = 0; other < 3; other++) {
                if (other != key) {
                    failed(
                            "not signed by",
                            check(
                                    export(0, size, seal(leaves, size, other), changes(size)),
                                    KEYS.getFirst(),
                                    List.of()));
                }
            }
        }
    }

    @Test
    void aYoungerKeyDoesNotVouchForASealFromBeforeItsTime() {
        failed(
                "not signed by",
                check(export(0, 5, seal(leaves, 5, 0), List.of()), KEYS.get(1), List.of()));
        failed(
                "not signed by",
                check(export(0, 8, seal(leaves, 8, 0), changes(8)), KEYS.get(1), List.of()));
    }

    @Test
    void changesThatAreNotThoseOfTheRecordAreFound() {
        List<KeyChange> right = changes(SIZE);
        failed("or one that took over", wholeWith(right.subList(0, 1)));
        failed("not signed by", wholeWith(List.of()));
        failed("does not follow", wholeWith(List.of(right.get(1), right.get(0))));
        failed("does not follow", wholeWith(List.of(right.get(0), right.get(0))));
        failed(
                "not signed by the key that it replaces",
                wholeWith(List.of(shown(leaves, 0, 1, SIZE), right.get(1))));
        List<String> other = new ArrayList<>(leaves);
        other.set(2, "{}");
        failed(
                "sealed in another record",
                wholeWith(List.of(shown(other, 0, 0, SIZE), right.get(1))));
        KeyChange first = right.getFirst();
        KeyChange forged =
                KeyChange.of(
                        first.number(),
                        change(KEYS.get(0), KEYS.get(2)),
                        first.inclusion(),
                        first.seal(),
                        first.consistency());
        failed("is not under the seal", wholeWith(List.of(forged)));
    }

    @Test
    void witnessedSealsAreEachOfTheKeyOfTheirTime() {
        List<Seal> right =
                List.of(
                        seal(leaves, 4, 0),
                        seal(leaves, 8, 0),
                        seal(leaves, 9, 1),
                        seal(leaves, 16, 1),
                        seal(leaves, 19, 2));
        List<String> lines = export(0, SIZE, seal(leaves, SIZE, 2), changes(SIZE));
        for (SealKey key : KEYS) {
            Verification verification = check(lines, key, right);
            proved(verification);
            assertTrue(verification.words().contains("goes through 5 seals"), verification.words());
        }
        for (Seal wrong : List.of(seal(leaves, 9, 0), seal(leaves, 20, 0), seal(leaves, 8, 1))) {
            failed("the key of that time", check(lines, KEYS.getFirst(), List.of(wrong)));
        }
    }

    @Test
    void aReceiptGoesThroughTheChangesToo() {
        Tree.Nodes nodes = nodes(leaves);
        List<String> entries =
                IntStream.of(2, 6, 18)
                        .mapToObj(
                                n ->
                                        Lines.receiptEntry(
                                                n,
                                                leaves.get(n),
                                                Map.of(),
                                                Tree.inclusion(n, SIZE, nodes)))
                        .toList();
        String note = seal(leaves, SIZE, 2).note();
        for (SealKey key : KEYS) {
            proved(receipt(Whole.receipt(entries, note, changes(SIZE)), key));
        }
        failed("not signed by", receipt(Whole.receipt(entries, note, List.of()), KEYS.get(0)));
        String text = Whole.receipt(entries, note, changes(SIZE));
        for (String broken :
                List.of(
                        text.replace("\"keys\":[", "\"keys\":[1,"),
                        text.replace("\"consistency\"", "\"constancy\""),
                        text.replace("\"keys\":", "\"locks\":"),
                        text.replaceFirst("(\"keys\".*)key-changed", "$1key-kept"))) {
            assertEquals(
                    Verification.Outcome.BAD_INPUT, receipt(broken, KEYS.get(0)).outcome(), broken);
        }
    }

    private static Verification receipt(String text, SealKey key) {
        return ReceiptCheck.check(text.getBytes(StandardCharsets.UTF_8), key);
    }
}
