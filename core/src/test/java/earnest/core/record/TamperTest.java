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
import java.util.function.Consumer;
import java.util.regex.Pattern;

/** Each way to falsify an export or a receipt is found, and named. */
class TamperTest {
    private static final int SIZE = 21;
    private static final KeyPair PAIR = SealTest.pair();
    private static final SealKey KEY = SealKey.of("desk", PAIR.getPublic());

    private final List<String> leaves = new ArrayList<>();
    private final List<Lines.Value> names = new ArrayList<>();

    TamperTest() {
        for (int i = 0; i < SIZE; i++) {
            byte[] salt = new byte[16];
            salt[0] = (byte) i;
            Lines.Value name = new Lines.Value("Ines „the %d.“ Okafor \\ \n".formatted(i), salt);
            names.add(name);
            leaves.add(
                    CanonicalJson.write(
                            Map.of(
                                    "id",
                                    "entry-" + i,
                                    "kind",
                                    "call-rang",
                                    "personal",
                                    Map.of("name", Commitment.to(name.value(), salt)))));
        }
    }

    private static byte[] hash(String leaf) {
        return Tree.leaf(leaf.getBytes(StandardCharsets.UTF_8));
    }

    private static Seal seal(List<String> leaves, KeyPair pair) {
        Frontier tree = new Frontier();
        leaves.forEach(leaf -> tree.add(hash(leaf)));
        return Seal.sign(
                new Checkpoint(
                        "desk.example/record",
                        tree.size(),
                        tree.root(),
                        Instant.parse("2026-11-23T10:12:00Z")),
                SealKey.of("desk", pair.getPublic()),
                pair.getPrivate());
    }

    private String line(int number) {
        return Lines.entry(number, leaves.get(number), Map.of("name", names.get(number)));
    }

    private List<String> export(int from, int to) {
        Tree.Nodes nodes = TreeTest.nodes(leaves.stream().map(TamperTest::hash).toList());
        List<String> lines = new ArrayList<>();
        for (int i = from; i < to; i++) {
            lines.add(line(i));
        }
        lines.add(
                Lines.seal(
                        seal(leaves, PAIR).note(),
                        Tree.cover(0, from, nodes),
                        Tree.cover(to, SIZE, nodes),
                        List.of()));
        return lines;
    }

    private static Verification check(List<String> lines, SealKey key) {
        ExportCheck check = new ExportCheck(key);
        for (String line : lines) {
            byte[] bytes = line.getBytes(StandardCharsets.UTF_8);
            check.line(bytes, 0, bytes.length);
        }
        return check.end();
    }

    private void found(String words, Consumer<List<String>> tamper) {
        for (int[] range : new int[][] {{0, SIZE}, {3, 17}}) {
            List<String> lines = export(range[0], range[1]);
            tamper.accept(lines);
            Verification verification = check(lines, KEY);
            assertEquals(Verification.Outcome.FAILED, verification.outcome(), verification.words());
            assertTrue(verification.words().contains(words), verification.words());
        }
    }

    @Test
    void everyRangeIsProved() {
        for (int from = 0; from <= SIZE; from++) {
            for (int to = from + 1; to <= SIZE; to++) {
                Verification verification = check(export(from, to), KEY);
                assertEquals(
                        Verification.Outcome.PROVED, verification.outcome(), verification.words());
            }
        }
        Verification without = check(export(0, SIZE), null);
        assertEquals(Verification.Outcome.ALL_BUT_SIGNATURE, without.outcome());
        assertTrue(without.words().contains("give the key"));
        String words = check(export(3, 17), KEY).words();
        assertTrue(words.contains("Entries 3 to 16"), words);
        assertTrue(words.contains("14 disclosed values"), words);
    }

    @Test
    void nothingIsProvedOfNothing() {
        List<String> empty =
                List.of(Lines.seal(seal(List.of(), PAIR).note(), List.of(), List.of(), List.of()));
        assertEquals(Verification.Outcome.PROVED, check(empty, KEY).outcome());
        assertTrue(check(empty, KEY).words().startsWith("There are no entries"));
        assertEquals(Verification.Outcome.BAD_INPUT, check(List.of(), KEY).outcome());
    }

    @Test
    void aLeafThatWasAltered() {
        found("altered", lines -> lines.set(5, lines.get(5).replace("call-rang", "call-rung")));
    }

    @Test
    void aLineThatGoesOnBehindItsEndIsNone() {
        List<String> lines = export(0, SIZE);
        for (String broken : List.of("{\n", ",\n\"leaf\"", "}\n", "\n{", ":\n")) {
            List<String> tampered = new ArrayList<>(lines);
            String mark = broken.replace("\n", "");
            tampered.set(5, lines.get(5).replaceFirst(Pattern.quote(mark), broken));
            Verification verification = inOne(tampered);
            assertEquals(
                    Verification.Outcome.BAD_INPUT, verification.outcome(), verification.words());
            assertTrue(verification.words().startsWith("Line 6 is not"), verification.words());
        }
        assertEquals(Verification.Outcome.PROVED, inOne(lines).outcome());
    }

    /** As a file is read: many lines at once. */
    private static Verification inOne(List<String> lines) {
        ExportCheck check = new ExportCheck(KEY);
        byte[] bytes = (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
        check.lines(bytes, 0, bytes.length);
        return check.end();
    }

    @Test
    void anEntryThatWasDropped() {
        found("is missing", lines -> lines.remove(5));
    }

    @Test
    void entriesThatWereSwapped() {
        found("is missing", lines -> lines.add(5, lines.remove(6)));
    }

    @Test
    void entriesThatWereSwappedAndRenumbered() {
        found(
                "do not give the sealed root",
                lines -> {
                    String five = lines.get(5);
                    String six = lines.get(6);
                    lines.set(5, number(six, number(five)));
                    lines.set(6, number(five, number(six)));
                });
    }

    private static String number(String line) {
        return line.substring(0, line.indexOf(','));
    }

    private static String number(String line, String number) {
        return number + line.substring(line.indexOf(','));
    }

    @Test
    void anEntryThatWasSlippedIn() {
        found("slipped in", lines -> lines.add(5, lines.get(4)));
    }

    @Test
    void anEndThatWasCut() {
        found("seal is missing", lines -> lines.removeLast());
    }

    @Test
    void anEndThatWasCutBeforeTheSeal() {
        List<String> lines = export(0, SIZE);
        lines.remove(SIZE - 1);
        Verification verification = check(lines, KEY);
        assertEquals(Verification.Outcome.FAILED, verification.outcome());
        assertTrue(verification.words().contains("the end was cut"), verification.words());
    }

    @Test
    void moreThanTheSealIsOver() {
        List<String> lines = export(0, SIZE);
        lines.add(SIZE, Lines.entry(SIZE, leaves.getFirst(), Map.of()));
        assertTrue(check(lines, KEY).words().contains("not under the seal"));
    }

    @Test
    void somethingAfterTheSeal() {
        found("must be last", lines -> lines.add(lines.getFirst()));
    }

    @Test
    void aTreeThatWasForked() {
        List<String> forked = new ArrayList<>(leaves);
        forked.set(2, forked.get(2).replace("call-rang", "tea-time"));
        String seal = Lines.seal(seal(forked, PAIR).note(), List.of(), List.of(), List.of());
        List<String> lines = export(0, SIZE);
        lines.set(SIZE, seal);
        assertTrue(check(lines, KEY).words().contains("do not give the sealed root"));
    }

    @Test
    void anotherKey() {
        List<String> lines = export(0, SIZE);
        lines.set(
                SIZE,
                Lines.seal(seal(leaves, SealTest.pair()).note(), List.of(), List.of(), List.of()));
        Verification verification = check(lines, KEY);
        assertEquals(Verification.Outcome.FAILED, verification.outcome());
        assertTrue(verification.words().contains("not signed by desk"), verification.words());
    }

    @Test
    void aDisclosedValueThatWasNotCommittedTo() {
        found("another “name”", lines -> lines.set(5, lines.get(5).replace("Okafor", "Hollis")));
        found(
                "not committed",
                lines -> lines.set(5, lines.get(5).replace("{\"name\":{", "{\"phone\":{")));
    }

    @Test
    void whatStandsAroundTheRange() {
        List<String> lines = export(3, 17);
        String last = lines.getLast();
        lines.set(lines.size() - 1, last.replaceAll("\"before\":\\[\"[^\"]*\",?", "\"before\":["));
        assertTrue(check(lines, KEY).words().contains("before entry 3 does not fit"));
    }

    @Test
    void whatIsNoExportIsBadInput() {
        for (String line :
                new String[] {
                    "{",
                    "[]",
                    "{}",
                    "{\"number\":-1,\"leaf\":\"\",\"disclosed\":{}}",
                    "{\"number\":1}",
                    "{\"number\":1.5,\"leaf\":\"\",\"disclosed\":{}}",
                    "{\"number\":1,\"leaf\":\"\",\"disclosed\":[]}",
                    "{\"number\":1,\"leaf\":\"x\",\"disclosed\":{\"a\":{\"value\":\"\",\"salt\":\"\"}}}",
                    "{\"seal\":\"x\",\"before\":[],\"after\":[]}",
                    "{\"number\":1,\"leaf\":\"{}\",\"disclosed\":{}} x"
                }) {
            Verification verification = check(List.of(line), KEY);
            assertEquals(Verification.Outcome.BAD_INPUT, verification.outcome(), line);
            assertTrue(verification.words().startsWith("Line 1 "), verification.words());
        }
    }

    private String receipt(int... numbers) {
        Tree.Nodes nodes = TreeTest.nodes(leaves.stream().map(TamperTest::hash).toList());
        List<String> entries = new ArrayList<>();
        for (int n : numbers) {
            entries.add(
                    Lines.receiptEntry(
                            n,
                            leaves.get(n),
                            Map.of("name", names.get(n)),
                            Tree.inclusion(n, SIZE, nodes)));
        }
        return Whole.receipt(entries, seal(leaves, PAIR).note(), List.of());
    }

    private static Verification receipt(String text) {
        return ReceiptCheck.check(text.getBytes(StandardCharsets.UTF_8), KEY);
    }

    @Test
    void aReceiptIsProvedAndSaysWhatItDoesNotShow() {
        Verification verification = receipt(receipt(0, 7, 20));
        assertEquals(Verification.Outcome.PROVED, verification.outcome(), verification.words());
        assertTrue(verification.words().contains("further entries"), verification.words());
        assertEquals(
                Verification.Outcome.ALL_BUT_SIGNATURE,
                ReceiptCheck.check(receipt(3).getBytes(StandardCharsets.UTF_8), null).outcome());
    }

    @Test
    void aReceiptThatWasFalsified() {
        String receipt = receipt(2, 7, 20);
        for (String falsified :
                new String[] {
                    receipt.replace("\"number\":7", "\"number\":8"),
                    receipt.replace("entry-7", "entry-8"),
                    receipt.replaceFirst("the 7. ", "the 8. "),
                    receipt.replaceFirst("„the 7", "„teh 7"),
                    receipt(7, 2),
                    receipt(7, 7)
                }) {
            Verification verification = receipt(falsified);
            if (!falsified.equals(receipt)) {
                assertEquals(
                        Verification.Outcome.FAILED, verification.outcome(), verification.words());
            }
        }
        for (String broken :
                new String[] {
                    "",
                    "[]",
                    "{}",
                    "{\"entries\":[],\"seal\":1}",
                    "{\"entries\":[1],\"seal\":\"\"}",
                    receipt.replace("\"proof\"", "\"poof\"")
                }) {
            assertEquals(Verification.Outcome.BAD_INPUT, receipt(broken).outcome(), broken);
        }
    }
}
