package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;
import earnest.core.procedures.Procedure.Comment;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Reads the head of a procedure; {@link BlockReader} reads what stands below. */
final class ProcedureReader {
    private static final int HEAD = 2;

    private final List<SourceLine> lines = new ArrayList<>();
    private final List<Comment> comments = new ArrayList<>();
    private final Set<Integer> blankBefore = new HashSet<>();
    private final TreeSet<Finding> findings = new TreeSet<>();
    private @Nullable Words title;
    private int titleLine;
    private final List<Start> starts = new ArrayList<>();
    private Procedure.@Nullable Otherwise otherwise;
    private boolean steps;

    /** Set where a line of the head is wrong, so that it is not called missing as well. */
    private boolean headIsWrong;

    ProcedureReader(String text) {
        String[] all = text.split("\n", -1);
        boolean blank = false;
        for (int i = 0; i < all.length; i++) {
            String line = all[i].endsWith("\r") ? all[i].substring(0, all[i].length() - 1) : all[i];
            SourceLine source = SourceLine.of(i + 1, line);
            if (source.comment() != null) {
                comments.add(new Comment(i + 1, source.comment(), source.empty()));
            }
            if (blank && (source.comment() != null || !source.empty())) {
                blankBefore.add(i + 1);
            }
            blank = source.empty() && source.comment() == null;
            if (!source.empty()) {
                lines.add(source);
            }
        }
    }

    Reading read() {
        if (lines.isEmpty()) {
            bad(1, "there is no procedure; the first line is 'procedure NAME'");
            return new Reading(null, List.copyOf(findings));
        }
        BlockReader blocks = new BlockReader(lines, findings);
        SourceLine first = lines.getFirst();
        String name = name(first);
        if (first.indent() == 0 && first.begins("procedure")) {
            blocks.pass();
        }
        List<Statement> statements = new ArrayList<>();
        while (blocks.next() != null) {
            SourceLine line = blocks.next();
            if (line.indent() != HEAD) {
                blocks.wrongPlace(HEAD);
            } else if (!head(line, blocks)) {
                Statement statement = blocks.statement(HEAD, false);
                if (statement == null) {
                    headIsWrong |= otherwise == null;
                } else {
                    headComplete(line);
                    steps = true;
                    statements.add(statement);
                }
            }
        }
        if (title == null && !headIsWrong) {
            bad(first.number(), "the title is missing: title \"WORDS\"");
        }
        if (starts.isEmpty() && !headIsWrong) {
            bad(first.number(), "it does not say what it starts on: starts on by hand");
        }
        if (!findings.isEmpty() || name == null || title == null) {
            return new Reading(null, List.copyOf(findings));
        }
        return new Reading(
                new Procedure(
                        first.number(),
                        name,
                        titleLine,
                        title,
                        starts,
                        otherwise,
                        statements,
                        comments,
                        blankBefore),
                List.of());
    }

    /** Where the first step stands, the head is over. */
    private void headComplete(SourceLine line) {
        if (!headIsWrong && (title == null || starts.isEmpty())) {
            headIsWrong = true;
            bad(line.number(), "before the steps stand the title and what it starts on");
        }
    }

    private @Nullable String name(SourceLine first) {
        if (first.wrong() != null) {
            bad(first.number(), first.wrong());
            return null;
        }
        try {
            if (first.indent() != 0 || !first.begins("procedure")) {
                throw new BadLine("the first line is 'procedure NAME', at its left edge");
            }
            Cursor cursor = new Cursor(first.tokens(), 1);
            String name = cursor.name("the name of the procedure");
            cursor.end();
            return name;
        } catch (BadLine e) {
            bad(first.number(), e.words());
            return null;
        }
    }

    /** Reads a line of the head; false where it is none. */
    private boolean head(SourceLine line, BlockReader blocks) {
        boolean isTitle = line.begins("title");
        boolean isStart = line.begins("starts");
        if ((!isTitle && !isStart && !line.begins("otherwise")) || line.beginsWithName()) {
            return false;
        }
        blocks.pass();
        try {
            if (line.wrong() != null) {
                throw new BadLine(line.wrong());
            }
            Cursor cursor = new Cursor(line.tokens(), 1);
            if (isTitle) {
                readTitle(line, cursor);
            } else if (isStart) {
                if (otherwise != null || steps || (title == null && !headIsWrong)) {
                    throw new BadLine("'starts on' stands after the title and before 'otherwise'");
                }
                starts.add(StartReader.read(line.number(), cursor));
            } else {
                cursor.end();
                readOtherwise(line, blocks);
                return true;
            }
        } catch (BadLine e) {
            headIsWrong = true;
            bad(line.number(), e.words());
        }
        blocks.nothingBelow(line);
        return true;
    }

    private void readTitle(SourceLine line, Cursor cursor) {
        if (title != null || !starts.isEmpty() || otherwise != null || steps) {
            throw new BadLine("one title, and it stands first");
        }
        title = cursor.words("the title");
        titleLine = line.number();
        cursor.end();
    }

    private void readOtherwise(SourceLine line, BlockReader blocks) {
        List<Statement> statements = blocks.block(HEAD + 2, line.indent(), false);
        boolean early = starts.isEmpty() && !headIsWrong;
        if (otherwise != null || steps || early) {
            headIsWrong = true;
            bad(line.number(), "one 'otherwise', after 'starts on' and before the steps");
            return;
        }
        otherwise = new Procedure.Otherwise(line.number(), statements);
    }

    private void bad(int line, String words) {
        findings.add(new Finding(line, Code.SYNTAX, words));
    }
}
