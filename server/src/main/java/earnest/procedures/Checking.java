package earnest.procedures;

import earnest.core.procedures.Finding;
import earnest.core.procedures.Layout;
import earnest.core.procedures.Procedure;
import earnest.core.procedures.ProcedureCheck;
import earnest.core.procedures.Reading;
import earnest.core.procedures.Sentence;
import earnest.core.procedures.Sentences;
import earnest.core.procedures.Ways;

import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Checks a text against what there is here, with the other procedures beside it. */
@Component
class Checking {
    private static final int MOST_WAYS = 30;

    private final DraftRows drafts;
    private final ProcedureWorld world;

    Checking(DraftRows drafts, ProcedureWorld world) {
        this.drafts = drafts;
        this.world = world;
    }

    Checked check(String text) {
        Reading reading = Reading.of(text);
        Procedure procedure = reading.procedure();
        if (procedure == null) {
            return new Checked(
                    null, null, found(reading.findings()), List.of(), List.of(), false, null);
        }
        List<List<String>> ways = Ways.first(procedure, MOST_WAYS + 1);
        return new Checked(
                procedure.name(),
                unquoted(procedure.title().toString()),
                found(findings(procedure)),
                Sentences.of(procedure).stream().map(Checking::said).toList(),
                ways.subList(0, Math.min(MOST_WAYS, ways.size())),
                ways.size() > MOST_WAYS,
                Layout.of(procedure));
    }

    private List<Finding> findings(Procedure procedure) {
        List<Procedure> together = new ArrayList<>();
        together.add(procedure);
        Set<String> names = new HashSet<>();
        names.add(procedure.name());
        for (Draft other : drafts.all()) {
            Procedure read = Reading.of(other.text()).procedure();
            if (read != null && names.add(read.name())) {
                together.add(read);
            }
        }
        return ProcedureCheck.check(together, world.now(names)).getFirst();
    }

    private static List<Checked.Found> found(List<Finding> findings) {
        return findings.stream()
                .map(
                        one ->
                                new Checked.Found(
                                        one.line(),
                                        one.code().word(),
                                        one.code().level().word(),
                                        one.words()))
                .toList();
    }

    private static Checked.Said said(Sentence sentence) {
        return new Checked.Said(
                sentence.line(),
                sentence.depth(),
                sentence.parts().stream()
                        .map(part -> new Checked.Piece(part.kind().word(), part.words()))
                        .toList());
    }

    private static String unquoted(String written) {
        return written.substring(1, written.length() - 1)
                .replace("\\\"", "\"")
                .replace("\\\\", "\\");
    }
}
