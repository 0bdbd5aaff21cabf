package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;
import earnest.core.procedures.SourceLine.Kind;
import earnest.core.procedures.SourceLine.Token;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Reads statements by the columns in which they stand. What stands below a bad line is passed by.
 */
final class BlockReader {
    private static final int DEEPER = 2;
    private static final int DEEPEST = 64;

    private final List<SourceLine> lines;
    private final Set<Finding> findings;
    private int at;
    private int depth;

    BlockReader(List<SourceLine> lines, Set<Finding> findings) {
        this.lines = lines;
        this.findings = findings;
    }

    @Nullable SourceLine next() {
        return at < lines.size() ? lines.get(at) : null;
    }

    /** Goes to the next line. */
    void pass() {
        at++;
    }

    /** The next line does not stand where one may. */
    void wrongPlace(int column) {
        SourceLine line = lines.get(at++);
        if (line.wrong() != null) {
            bad(line, line.wrong());
        } else {
            bad(
                    line,
                    "it stands %d spaces in, where nothing belongs; the nearest place is %d"
                            .formatted(line.indent(), column));
        }
        skipBelow(line.indent());
    }

    /** Nothing may stand below a line of the head. */
    void nothingBelow(SourceLine line) {
        if (isBad(line)) {
            skipBelow(line.indent());
        }
        while (next() instanceof SourceLine below && below.indent() > line.indent()) {
            wrongPlace(line.indent());
        }
    }

    private boolean isBad(SourceLine line) {
        return findings.stream().anyMatch(finding -> finding.line() == line.number());
    }

    /**
     * The statements in a column.
     *
     * @param parent the column of the line above them; what is not deeper ends them
     */
    List<Statement> block(int column, int parent, boolean inLoop) {
        List<Statement> statements = new ArrayList<>();
        while (next() instanceof SourceLine line && line.indent() > parent) {
            if (line.indent() != column) {
                wrongPlace(column);
                continue;
            }
            Statement statement = statement(column, inLoop);
            if (statement != null) {
                statements.add(statement);
            }
        }
        return statements;
    }

    /** The statement on the next line with all below it, or null where the line is bad. */
    @Nullable Statement statement(int column, boolean inLoop) {
        SourceLine line = lines.get(at++);
        return statement(line, 0, column, inLoop);
    }

    private @Nullable Statement statement(SourceLine line, int from, int column, boolean inLoop) {
        try {
            if (line.wrong() != null) {
                throw new BadLine(line.wrong());
            }
            if (depth == DEEPEST) {
                throw new BadLine("it stands too deep: at most " + DEEPEST + " inside each other");
            }
            depth++;
            try {
                return read(line, from, column, inLoop);
            } finally {
                depth--;
            }
        } catch (BadLine e) {
            bad(line, e.words());
            skipBelow(line.indent());
            if (line.begins("if") && from == 0) {
                skipElse(line.indent());
            }
            return null;
        }
    }

    /** The {@code else} of an {@code if} that is bad is not bad itself. */
    private void skipElse(int column) {
        if (next() instanceof SourceLine line && line.indent() == column && line.begins("else")) {
            pass();
            skipBelow(column);
        }
    }

    private Statement read(SourceLine line, int from, int column, boolean inLoop) {
        Cursor cursor = new Cursor(line.tokens(), from);
        String first = cursor.word("a step");
        return switch (first) {
            case "if" -> condition(line, cursor, column, inLoop);
            case "repeat" -> {
                cursor.take("at", "most");
                int times = cursor.number();
                cursor.take("times");
                cursor.end();
                yield new Statement.Repeat(
                        line.number(), times, below(line, column, true, "repeat"));
            }
            case "leave" -> {
                cursor.end();
                if (!inLoop) {
                    throw new BadLine("'leave' stands inside 'repeat' only");
                }
                nothingMayFollow(column);
                yield new Statement.Leave(line.number());
            }
            case "else" -> throw new BadLine("this 'else' has no 'if' in its column");
            default -> {
                if (from == 0 && line.beginsWithName()) {
                    throw new BadLine("an outcome stands two deeper than its step");
                }
                Act act = StepReader.read(first, cursor);
                if (act == null) {
                    throw new BadLine(
                            "no step begins with '%s'%s"
                                    .formatted(
                                            first,
                                            Suggestion.near(first, StepReader.beginnings())));
                }
                yield new Statement.Step(line.number(), act, handlers(act, column, inLoop));
            }
        };
    }

    private Statement condition(SourceLine line, Cursor cursor, int column, boolean inLoop) {
        Reference name = cursor.reference("a name");
        cursor.take("is");
        boolean negated = cursor.takes("not");
        Words words =
                !negated && cursor.takes("present")
                        ? null
                        : cursor.words("what it is compared with");
        cursor.end();
        List<Statement> then = below(line, column, inLoop, "if");
        int elseLine = 0;
        List<Statement> otherwise = List.of();
        if (next() instanceof SourceLine other
                && other.indent() == column
                && other.begins("else")
                && other.tokens().size() == 1
                && other.wrong() == null) {
            pass();
            elseLine = other.number();
            otherwise = below(other, column, inLoop, "else");
        }
        return new Statement.If(line.number(), name, words, negated, then, elseLine, otherwise);
    }

    /** What stands two deeper; at least one statement. */
    private List<Statement> below(SourceLine line, int column, boolean inLoop, String of) {
        int before = findings.size();
        List<Statement> statements = block(column + DEEPER, column, inLoop);
        if (statements.isEmpty() && findings.size() == before) {
            bad(line, "nothing stands below this '" + of + "'; it belongs two spaces deeper");
        }
        return statements;
    }

    private void nothingMayFollow(int column) {
        while (next() instanceof SourceLine line && line.indent() > column) {
            wrongPlace(column);
        }
    }

    private List<Statement.Handler> handlers(Act act, int column, boolean inLoop) {
        List<Statement.Handler> handlers = new ArrayList<>();
        Set<Outcome> seen = new HashSet<>();
        while (next() instanceof SourceLine line && line.indent() > column) {
            if (line.indent() != column + DEEPER || !line.beginsWithName()) {
                wrongPlace(column);
                continue;
            }
            pass();
            try {
                Statement.Handler handler = handler(line, act, seen, inLoop);
                if (handler != null) {
                    handlers.add(handler);
                }
            } catch (BadLine e) {
                bad(line, e.words());
                skipBelow(line.indent());
            }
        }
        return handlers;
    }

    private Statement.@Nullable Handler handler(
            SourceLine line, Act act, Set<Outcome> seen, boolean inLoop) {
        if (line.wrong() != null) {
            throw new BadLine(line.wrong());
        }
        String word = line.tokens().getFirst().text();
        Outcome outcome = Outcome.of(word);
        if (outcome == null || !act.outcomes().contains(outcome)) {
            throw new BadLine("'%s' does not come of this step%s".formatted(word, those(act)));
        }
        if (!seen.add(outcome)) {
            throw new BadLine("'" + word + "' is handled already");
        }
        if (line.tokens().size() < 3) {
            throw new BadLine("after '" + word + ":' a step follows on the same line");
        }
        Token begin = line.tokens().get(2);
        if (begin.kind() != Kind.WORD) {
            throw new BadLine("after '" + word + ":' a step follows");
        }
        int column = begin.column();
        Statement first = statement(line, 2, column, inLoop);
        if (first == null) {
            return null;
        }
        List<Statement> statements = new ArrayList<>(List.of(first));
        statements.addAll(block(column, line.indent(), inLoop));
        return new Statement.Handler(line.number(), outcome, statements);
    }

    private static String those(Act act) {
        if (act.outcomes().isEmpty()) {
            return "; it has no outcomes";
        }
        String all = act.outcomes().stream().map(Outcome::word).collect(Collectors.joining(", "));
        return "; of it come: " + all;
    }

    private void skipBelow(int indent) {
        while (next() instanceof SourceLine line && line.indent() > indent) {
            at++;
        }
    }

    private void bad(SourceLine line, String words) {
        findings.add(new Finding(line.number(), Code.SYNTAX, words));
    }
}
