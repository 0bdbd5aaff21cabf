package earnest.record;

import earnest.core.record.KeyChange;
import earnest.core.record.Lines;
import earnest.core.record.Tree;
import earnest.ground.CleanText;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** How an export is written, piece by piece. */
sealed interface ExportForm {
    default String head() {
        return "";
    }

    String entry(RecordFiles.Sealed entry);

    default String foot(
            String seal, List<byte[]> before, List<byte[]> after, List<KeyChange> changes) {
        return "";
    }

    /** What was done, in words, as the page shows it. */
    private static String words(RecordFiles.Sealed entry, JsonNode leaf) {
        return CleanText.oneLine(
                EntryWords.of(leaf.get("kind").asString(), leaf.path("data"), values(entry)));
    }

    private static Map<String, String> values(RecordFiles.Sealed entry) {
        Map<String, String> values = new LinkedHashMap<>();
        entry.personal()
                .forEach((field, value) -> values.put(field, CleanText.oneLine(value.value())));
        return values;
    }

    /** The form that can be verified. */
    final class JsonLines implements ExportForm {
        @Override
        public String entry(RecordFiles.Sealed entry) {
            return Lines.entry(entry.number(), entry.leaf(), entry.personal()) + "\n";
        }

        @Override
        public String foot(
                String seal, List<byte[]> before, List<byte[]> after, List<KeyChange> changes) {
            return Lines.seal(seal, before, after, changes) + "\n";
        }
    }

    /** Single entries, each with its proof. Not thread-safe; one for each receipt. */
    final class Receipt implements ExportForm {
        private final long size;
        private final Tree.Nodes nodes;
        private boolean begun;

        Receipt(long size, Tree.Nodes nodes) {
            this.size = size;
            this.nodes = nodes;
        }

        @Override
        public String head() {
            return Lines.RECEIPT;
        }

        @Override
        public String entry(RecordFiles.Sealed entry) {
            String between = begun ? Lines.BETWEEN : "";
            begun = true;
            return between
                    + Lines.receiptEntry(
                            entry.number(),
                            entry.leaf(),
                            entry.personal(),
                            Tree.inclusion(entry.number(), size, nodes));
        }

        @Override
        public String foot(
                String seal, List<byte[]> before, List<byte[]> after, List<KeyChange> changes) {
            return Lines.receiptEnd(seal, changes);
        }
    }

    /** RFC 4180, with a head. */
    final class Csv implements ExportForm {
        private static final List<String> FIELDS =
                List.of(
                        "at",
                        "kind",
                        "ticket",
                        "conversation",
                        "person",
                        "system",
                        "server",
                        "outcome");

        @Override
        public String head() {
            return "number,"
                    + String.join(",", FIELDS)
                    + ",actor type,actor id,actor,words,standing,asked,leaf\r\n";
        }

        @Override
        public String entry(RecordFiles.Sealed entry) {
            JsonNode leaf = JsonMapper.shared().readTree(entry.leaf());
            Stream<String> fields =
                    Stream.concat(
                            FIELDS.stream().map(field -> leaf.path(field).asString("")),
                            Stream.of(
                                    leaf.path("actor").path("type").asString(""),
                                    leaf.path("actor").path("id").asString(""),
                                    values(entry).getOrDefault("actor", ""),
                                    words(entry, leaf),
                                    leaf.path("why").path("standing").asString(""),
                                    leaf.path("why").path("asked").asString(""),
                                    CleanText.oneLine(entry.leaf())));
            return entry.number()
                    + ","
                    + fields.map(Csv::quoted).collect(Collectors.joining(","))
                    + "\r\n";
        }

        /** A value that a spreadsheet would take for a formula is told to be text. */
        private static String quoted(String value) {
            String safe =
                    !value.isEmpty() && "=+-@\t\r".indexOf(value.charAt(0)) >= 0
                            ? "'" + value
                            : value;
            return safe.matches("(?s).*[\",\r\n].*") || !safe.equals(value)
                    ? "\"" + safe.replace("\"", "\"\"") + "\""
                    : safe;
        }
    }

    /** RFC 5424, one line an entry; facility 13 (log audit), severity 5 (notice). */
    final class Syslog implements ExportForm {
        @Override
        public String entry(RecordFiles.Sealed entry) {
            JsonNode leaf = JsonMapper.shared().readTree(entry.leaf());
            return "<109>1 %s - earnest - %s [entry@32473 number=\"%d\" id=\"%s\" actor=\"%s\" ticket=\"%s\" person=\"%s\" outcome=\"%s\"] %s\n"
                    .formatted(
                            leaf.get("at").asString(),
                            leaf.get("kind").asString(),
                            entry.number(),
                            entry.id(),
                            escaped(values(entry).getOrDefault("actor", "")),
                            leaf.path("ticket").asString(""),
                            leaf.path("person").asString(""),
                            leaf.path("outcome").asString(""),
                            "\uFEFF" + words(entry, leaf));
        }

        private static String escaped(String value) {
            return value.replaceAll("[\\\\\"\\]]", "\\\\$0");
        }
    }
}
