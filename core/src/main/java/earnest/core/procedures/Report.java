package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;

import java.util.List;
import java.util.TreeSet;

/** Collects findings: of one code on one line the first. Not thread-safe. */
final class Report {
    private final TreeSet<Finding> findings = new TreeSet<>();

    void add(int line, Code code, String words) {
        findings.add(new Finding(line, code, words));
    }

    List<Finding> findings() {
        return List.copyOf(findings);
    }
}
