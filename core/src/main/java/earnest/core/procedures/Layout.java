package earnest.core.procedures;

import earnest.core.procedures.Procedure.Comment;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/**
 * The one layout of a procedure: two spaces for each block, one space between words, an outcome's
 * further steps under its first, one empty line between head and steps. Comments stay where they
 * are; of the author's empty lines between steps one stays. Not thread-safe; for one printing.
 */
public final class Layout {
    private static final int STEP = 2;

    private final StringBuilder out = new StringBuilder();
    private final Procedure procedure;
    private final Deque<Comment> comments;

    private Layout(Procedure procedure) {
        this.procedure = procedure;
        this.comments = new ArrayDeque<>(procedure.comments());
    }

    /** Prints it; every line ends with LF. */
    public static String of(Procedure procedure) {
        Layout layout = new Layout(procedure);
        layout.print();
        return layout.out.toString();
    }

    private void print() {
        line(procedure.line(), 0, "procedure " + procedure.name());
        line(procedure.titleLine(), STEP, "title " + procedure.title());
        for (Start start : procedure.starts()) {
            line(start.line(), STEP, "starts on " + start);
        }
        if (procedure.otherwise() instanceof Procedure.Otherwise otherwise) {
            line(otherwise.line(), STEP, "otherwise");
            statements(otherwise.statements(), 2 * STEP);
        }
        if (!procedure.statements().isEmpty()) {
            out.append('\n');
        }
        statements(procedure.statements(), STEP);
        while (!comments.isEmpty()) {
            alone(comments.removeFirst(), STEP);
        }
    }

    private void statements(List<Statement> statements, int column) {
        for (Statement statement : statements) {
            statement(statement, column, " ".repeat(column));
        }
    }

    /** Prints one that may stand behind an outcome. */
    private void statement(Statement statement, int column, String before) {
        int line = statement.line();
        switch (statement) {
            case Statement.Step step -> {
                line(line, before, step.act().toString());
                for (Statement.Handler handler : step.handlers()) {
                    String begin = " ".repeat(column + STEP) + handler.outcome().word() + ": ";
                    List<Statement> inside = handler.statements();
                    statement(inside.getFirst(), begin.length(), begin);
                    statements(inside.subList(1, inside.size()), begin.length());
                }
            }
            case Statement.If condition -> {
                line(line, before, condition.words());
                statements(condition.then(), column + STEP);
                if (!condition.otherwise().isEmpty()) {
                    line(condition.otherwiseLine(), column, "else");
                    statements(condition.otherwise(), column + STEP);
                }
            }
            case Statement.Repeat repeat -> {
                line(line, before, repeat.words());
                statements(repeat.body(), column + STEP);
            }
            case Statement.Leave leave -> line(line, before, "leave");
        }
    }

    private void line(int number, int column, String text) {
        line(number, " ".repeat(column), text);
    }

    /** Prints a line, with the comments above it and the one behind it. */
    private void line(int number, String before, String text) {
        while (!comments.isEmpty() && comments.getFirst().line() < number) {
            alone(comments.removeFirst(), before.length() - before.stripLeading().length());
        }
        blank(number);
        out.append(before).append(text);
        if (!comments.isEmpty() && comments.getFirst().line() == number) {
            out.append("  # ").append(comments.removeFirst().text());
        }
        ends();
    }

    private void alone(Comment comment, int column) {
        blank(comment.line());
        out.append(" ".repeat(column)).append("# ").append(comment.text());
        ends();
    }

    /** Keeps an empty line that the author left between steps. */
    private void blank(int number) {
        boolean steps =
                !procedure.statements().isEmpty()
                        && number >= procedure.statements().getFirst().line();
        if (steps
                && procedure.blankBefore().contains(number)
                && out.charAt(out.length() - 2) != '\n') {
            out.append('\n');
        }
    }

    /** Ends a line, without spaces at its end. */
    private void ends() {
        while (out.charAt(out.length() - 1) == ' ') {
            out.setLength(out.length() - 1);
        }
        out.append('\n');
    }
}
