package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.core.assurance.Assessment;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.RulebookFile;
import earnest.core.assurance.Verdict;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.testkit.Desk;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Whoever has an export, and nothing else, can judge again what was decided. */
@ExtendWith(App.Running.class)
class JudgedAgainTest {
    private final App app;
    private final Desk tove;

    JudgedAgainTest(App app) {
        this.app = app;
        this.tove = app.desk("tove.rask");
    }

    @Test
    void everyDecisionOfAnExportComesOutAsItDid() {
        String account = app.somebody();
        String unproved = app.visitor(tove);
        tove.claim(unproved, account).ok();
        assertThat(tove.change(unproved, "temporary-password").problem())
                .isEqualTo("not-sure-enough");
        String ticket = app.proved(tove, account);
        tove.change(ticket, "temporary-password").ok();
        tove.settled(ticket);
        tove.readAloud(ticket);
        Provable.sealed(app);

        String export = app.desk("elif.hartono").api().get("/api/record/export").text();
        Map<Long, Rulebook> rulebooks = new HashMap<>();
        List<JsonNode> decided = new ArrayList<>();
        export.lines()
                .map(line -> JsonMapper.shared().readTree(line).path("leaf"))
                .filter(JsonNode::isString)
                .map(leaf -> JsonMapper.shared().readTree(leaf.asString()))
                .forEach(
                        leaf -> {
                            if (leaf.get("kind").asString().equals("rulebook-in-force")) {
                                JsonNode data = leaf.get("data");
                                rulebooks.put(data.get("version").asLong(), read(data.get("text")));
                            }
                            if (leaf.has("why")) {
                                decided.add(leaf);
                            }
                        });

        assertThat(rulebooks).containsKey(1L);
        assertThat(decided).hasSizeGreaterThanOrEqualTo(3);
        for (JsonNode leaf : decided) {
            assertThat(leaf.get("version").asInt()).isEqualTo(2);
            JsonNode why = leaf.get("why");
            Assessment again =
                    Assurance.assess(
                            JudgedFile.read(
                                    fields(why.get("judged")),
                                    version -> rulebooks.computeIfAbsent(version, this::stored)));
            assertThat(again.standing()).isEqualTo(why.get("standing").asInt());
            boolean refused = leaf.get("kind").asString().equals("change-not-allowed");
            assertThat(again.verdicts())
                    .hasSize(1)
                    .allMatch(verdict -> verdict instanceof Verdict.Open != refused);
            Verdict.Bar bar = again.verdicts().getFirst().bar();
            assertThat(why.get("asked").asInt()).isEqualTo(bar == null ? 0 : bar.points());
        }
        assertThat(decided.toString()).doesNotContain("+44").doesNotContain("@");
    }

    /** Other tests put rulebooks in force behind the server's back, which stand on no record. */
    private Rulebook stored(long version) {
        return RulebookFile.read(
                Fields.of(
                        "",
                        Json.read(
                                app.database()
                                        .sql("select content from rulebook where version = :v")
                                        .param("v", version)
                                        .query(String.class)
                                        .single())));
    }

    private static Rulebook read(JsonNode text) {
        return RulebookFile.read(fields(text));
    }

    private static Fields fields(JsonNode node) {
        return Fields.of("", Json.read(node.toString()));
    }
}
