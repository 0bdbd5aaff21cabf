package earnest.cli;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.record.Checkpoint;
import earnest.core.record.Frontier;
import earnest.core.record.Leaf;
import earnest.core.record.Lines;
import earnest.core.record.Seal;
import earnest.core.record.SealKey;
import earnest.core.record.Tree;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

class CommandsTest {
    private static final Path VECTORS =
            Path.of("../core/src/test/resources/assurance/vectors.json");
    @TempDir Path folder;

    private String file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text).toString();
    }

    private static void refused(String words, Ran ran) {
        assertEquals(2, ran.code(), ran.toString());
        assertTrue(ran.err().contains(words), ran.err());
        assertEquals(1, ran.err().lines().count(), ran.err());
    }

    @Test
    void everyCommandHasHelpWithExamplesAndExitCodes() {
        for (String command :
                List.of(
                        "assess",
                        "offline",
                        "password",
                        "procedure",
                        "record",
                        "spell",
                        "verify")) {
            Ran ran = Ran.runWith("", command, "--help");
            assertEquals(0, ran.code());
            assertTrue(ran.out().contains("Example") && ran.out().contains("Exit: 0"), ran.out());
        }
        refused("there are these commands", Ran.runWith("", "tea"));
        refused("there are these commands", Ran.runWith(""));
    }

    @Test
    void assessGivesWhatTheSpecificationSays() throws IOException {
        Ran ran = Ran.runWith("", "assess", VECTORS.toString());
        assertEquals(0, ran.code(), ran.err());
        JsonNode vectors = new ObjectMapper().readTree(Files.readString(VECTORS));
        JsonNode results = new ObjectMapper().readTree(ran.out()).get("results");
        assertEquals(vectors.get("expected"), results);
    }

    @Test
    void assessNamesTheCaseAndTheField() throws IOException {
        String vectors = Files.readString(VECTORS);
        JsonNode first = new ObjectMapper().readTree(vectors).get("cases").get(0);
        String one = "{\"cases\":[" + first + "]}";
        String name = first.get("name").asString();
        refused(
                "case '%s', now: must be a time".formatted(name),
                Ran.runWith(
                        "",
                        "assess",
                        file("a", one.replaceFirst("\"now\":\"[^\"]*\"", "\"now\":\"soon\""))));
        refused(
                "case '%s', tea: unknown field".formatted(name),
                Ran.runWith(
                        "",
                        "assess",
                        file("b", one.replaceFirst("\"now\":", "\"tea\":1,\"now\":"))));
        refused(
                "validMinutes: must be a whole number",
                Ran.runWith(
                        "",
                        "assess",
                        file(
                                "c",
                                one.replaceFirst(
                                        "\"validMinutes\":\\d+", "\"validMinutes\":1.5"))));
        refused("cases: is missing", Ran.runWith("", "assess", file("d", "{}")));
        refused("is not JSON", Ran.runWith("", "assess", file("e", "{")));
        refused("there is no such file", Ran.runWith("", "assess", folder.resolve("f").toString()));
        refused("is a folder", Ran.runWith("", "assess", folder.toString()));
        refused("FILE: is missing", Ran.runWith("", "assess"));
        refused("--tea: unknown option", Ran.runWith("", "assess", "--tea"));
    }

    @Test
    void spellSaysATextInGroups() {
        Ran ran = Ran.runWith("", "spell", "KA7Mrx42-ä");
        assertEquals(0, ran.code());
        assertEquals(
                """
                KA7M   all capitals: kilo, alfa, seven, mike
                rx42   small: romeo, x-ray, four, two
                -ä   small: hyphen, the character ä
                """,
                ran.out());
        assertEquals(Ran.runWith("", "spell", "KA7M").out(), Ran.runWith("KA7M\n", "spell").out());
        refused("TEXT: is missing", Ran.runWith("\n", "spell"));
    }

    private final KeyPair pair = pair();
    private final SealKey key = SealKey.of("desk", pair.getPublic());
    private final List<String> leaves = new ArrayList<>();

    private static KeyPair pair() {
        try {
            return KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private Seal seal(int size) {
        return seal(size, 0);
    }

    private Seal seal(int size, int secondsLater) {
        Frontier tree = new Frontier();
        leaves.subList(0, size).forEach(leaf -> tree.add(Leaf.hash(leaf)));
        return Seal.sign(
                new Checkpoint(
                        "desk",
                        size,
                        tree.root(),
                        Instant.parse("2026-11-23T10:12:00Z").plusSeconds(secondsLater)),
                key,
                pair.getPrivate());
    }

    private String export(int size) {
        StringBuilder lines = new StringBuilder();
        for (int i = 0; i < size; i++) {
            lines.append(Lines.entry(i, leaves.get(i), Map.of())).append('\n');
        }
        return lines.append(Lines.seal(seal(size).note(), List.of(), List.of(), List.of()))
                .append('\n')
                .toString();
    }

    @Test
    void verifySaysWhatItProved() throws IOException {
        for (int i = 0; i < 3_000; i++) {
            leaves.add("{\"data\":\"%s\",\"n\":%d}".formatted("x".repeat(i % 500), i));
        }
        String export = file("export", export(3_000));
        String pub = file("desk.pub", key.text() + "\n");
        Ran proved = Ran.runWith("", "verify", export, "--key", key.text());
        assertEquals(0, proved.code(), proved.toString());
        assertTrue(proved.out().startsWith("Entries 0 to 2999 are all there"), proved.out());
        assertEquals(0, Ran.runWith("", "verify", export, "--key", pub).code());
        assertEquals(3, Ran.runWith("", "verify", export).code());
        String witness =
                seal(1).note() + "\n" + seal(1_700).note() + "\n" + seal(3_000).note() + "\n";
        Ran witnessed =
                Ran.runWith(
                        "", "verify", export, "--key", pub, "--witness", file("seals", witness));
        assertEquals(0, witnessed.code(), witnessed.toString());
        assertTrue(witnessed.out().contains("through 3 seals"), witnessed.out());
        leaves.add("{\"later\":true}");
        Ran older =
                Ran.runWith(
                        "",
                        "verify",
                        export,
                        "--key",
                        pub,
                        "--witness",
                        file("more", witness + seal(3_001, 60).note() + "\n"));
        assertEquals(0, older.code(), older.toString());
        assertTrue(older.out().contains("younger seals"), older.out());
        leaves.set(900, "{\"rewritten\":true}");
        Ran rewritten =
                Ran.runWith(
                        "",
                        "verify",
                        file("again", export(3_000)),
                        "--key",
                        pub,
                        "--witness",
                        file("seals", witness));
        assertEquals(1, rewritten.code());
        assertTrue(rewritten.out().contains("rewritten after a witness"), rewritten.out());
        assertEquals(
                0,
                Ran.runWith("", "verify", folder.resolve("again").toString(), "--key", pub).code());
        Ran shorter =
                Ran.runWith(
                        "",
                        "verify",
                        file("short", export(800)),
                        "--key",
                        pub,
                        "--witness",
                        file("seals", witness));
        assertEquals(1, shorter.code());
        assertTrue(shorter.out().contains("the end was cut"), shorter.out());
    }

    @Test
    void verifyChecksReceiptsToo() throws IOException {
        leaves.addAll(List.of("{\"a\":1}", "{\"b\":2}", "{\"c\":3}"));
        Tree.Nodes nodes =
                (level, index) -> {
                    Frontier tree = new Frontier();
                    leaves.subList((int) (index << level), (int) ((index + 1) << level))
                            .forEach(leaf -> tree.add(Leaf.hash(leaf)));
                    return tree.root();
                };
        String receipt =
                Lines.RECEIPT
                        + Lines.receiptEntry(1, "{\"b\":2}", Map.of(), Tree.inclusion(1, 3, nodes))
                        + Lines.receiptEnd(seal(3).note(), List.of());
        assertEquals(0, Ran.runWith("", "verify", file("r", receipt), "--key", key.text()).code());
        assertEquals(
                1,
                Ran.runWith(
                                "",
                                "verify",
                                file("r", receipt.replace("2}", "4}")),
                                "--key",
                                key.text())
                        .code());
    }

    @Test
    void verifyRefusesWhatItCannotRead() throws IOException {
        assertEquals(2, Ran.runWith("", "verify", file("x", "tea\n")).code());
        assertEquals(2, Ran.runWith("", "verify", file("y", "")).code());
        refused(
                "there is no such file",
                Ran.runWith("", "verify", folder.resolve("no").toString()));
        refused("--key: ", Ran.runWith("", "verify", file("x", "tea"), "--key", "a+b+c"));
        refused("--key: a value is missing", Ran.runWith("", "verify", "x", "--key"));
        refused(
                "--witness: seal 1 is none",
                Ran.runWith("", "verify", file("x", "t"), "--witness", file("z", "t")));
        assertFalse(Ran.runWith("", "verify", file("x", "tea")).err().contains("Exception"));
    }

    private static final String POLICY =
            """
            {"minLength":4,"maxLength":64,"allowed":"abAB01#",
             "atLeast":{"lower":1,"upper":0,"digit":1,"symbol":0},"classesAtLeast":2,"maxRun":1,
             "forbiddenWords":["ab"],"blocklist":true,"minBits":45}\
            """;

    @Test
    void passwordsAreDrawnCountedAndChecked() throws IOException {
        String policy = file("policy.json", POLICY);
        Ran drawn =
                Ran.runWith(
                        "", "password", "--policy", policy, "--style", "copied", "--count", "7");
        assertEquals(0, drawn.code(), drawn.err());
        assertEquals(7, drawn.out().lines().distinct().count());
        assertTrue(drawn.out().lines().allMatch(line -> line.matches("[abAB01#]+")), drawn.out());

        JsonNode explained =
                new ObjectMapper()
                        .readTree(
                                Ran.runWith(
                                                "",
                                                "password",
                                                "--policy",
                                                policy,
                                                "--style",
                                                "copied",
                                                "--length",
                                                "4",
                                                "--explain")
                                        .out());
        assertEquals(4, explained.get("length").asInt());
        double bits = explained.get("bits").asDouble();
        double count = Double.parseDouble(explained.get("count").asString());
        assertEquals(Math.log(count) / Math.log(2), bits, 1e-8);

        List<String> checked =
                Ran.runWith("a0B#\nab\n\n", "password", "--policy", policy, "--check")
                        .out()
                        .lines()
                        .toList();
        assertEquals(3, checked.size());
        assertTrue(
                checked.get(0)
                        .startsWith(
                                "{\"ok\":true,\"rules\":[{\"rule\":\"minLength\",\"kept\":true"));
        assertTrue(checked.get(1).contains("{\"rule\":\"forbiddenWords\",\"kept\":false"));
        assertTrue(checked.get(2).startsWith("{\"ok\":false"));
    }

    @Test
    void aPolicyThatAdmitsTooFewIsRefusedWithTheReason() throws IOException {
        Ran ran =
                Ran.runWith(
                        "",
                        "password",
                        "--policy",
                        file("narrow.json", "{\"maxLength\":8}"),
                        "--style",
                        "read-aloud",
                        "--length",
                        "8");
        assertEquals(1, ran.code());
        assertTrue(ran.err().contains("45 are asked"), ran.err());
        assertEquals(1, ran.err().lines().count());
    }

    @Test
    void badPoliciesAndOptionsNameTheField() throws IOException {
        String good = file("good.json", "{}");
        refused("--policy: is missing", Ran.runWith("", "password"));
        refused(
                "maxRun: must be at least 1",
                Ran.runWith("", "password", "--policy", file("p.json", "{\"maxRun\":0}")));
        refused(
                "least: unknown field",
                Ran.runWith("", "password", "--policy", file("q.json", "{\"least\":0}")));
        refused(
                "--style: must be",
                Ran.runWith("", "password", "--policy", good, "--style", "loud"));
        refused(
                "--seed: unknown option",
                Ran.runWith("", "password", "--policy", good, "--seed", "1"));
        refused(
                "--count: does not go",
                Ran.runWith("", "password", "--policy", good, "--check", "--count", "2"));
    }
}
