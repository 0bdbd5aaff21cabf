package earnest.core.procedures;

import earnest.core.procedures.Sentence.Kind;
import earnest.core.procedures.Sentence.Part;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A procedure as it is said, line by line: the same as the text, for whoever reads it. Not
 * thread-safe; for one reading.
 */
public final class Sentences {
    private final List<Sentence> sentences = new ArrayList<>();

    private Sentences() {}

    /** In order of lines; what stands on one line is one sentence. */
    public static List<Sentence> of(Procedure procedure) {
        Sentences said = new Sentences();
        said.head(procedure);
        said.statements(procedure.statements(), 0);
        return List.copyOf(said.sentences);
    }

    private void head(Procedure procedure) {
        add(procedure.line(), 0, said("Procedure"), new Part(Kind.NAME, procedure.name()));
        add(procedure.titleLine(), 1, said("is called"), chosen(procedure.title().toString()));
        for (Start start : procedure.starts()) {
            add(start.line(), 1, said("and starts on"), chosen(start.toString().replace('-', ' ')));
        }
        if (procedure.otherwise() instanceof Procedure.Otherwise otherwise) {
            add(otherwise.line(), 1, new Part(Kind.CASE, "If anything else goes wrong:"));
            statements(otherwise.statements(), 2);
        }
    }

    private void add(int line, int depth, Part... parts) {
        sentences.add(new Sentence(line, depth, List.of(parts)));
    }

    private static Part said(String words) {
        return new Part(Kind.SAID, words);
    }

    private static Part chosen(String words) {
        return new Part(Kind.CHOSEN, words);
    }

    private void statements(List<Statement> statements, int depth) {
        for (Statement statement : statements) {
            statement(statement, depth, List.of());
        }
    }

    private void statement(Statement statement, int depth, List<Part> before) {
        List<Part> parts = new ArrayList<>(before);
        switch (statement) {
            case Statement.Step step -> {
                parts.addAll(behind(before, ActSentence.of(step.act())));
                sentences.add(new Sentence(step.line(), depth, parts));
                step.handlers().forEach(handler -> handler(handler, depth + 1));
            }
            case Statement.If condition -> {
                parts.add(new Part(Kind.CASE, "If"));
                parts.add(new Part(Kind.NAME, condition.name().toString()));
                parts.add(said(condition.negated() ? "is not" : "is"));
                Words with = condition.comparedWith();
                parts.add(with == null ? said("there") : chosen(with.toString()));
                sentences.add(new Sentence(condition.line(), depth, parts));
                statements(condition.then(), depth + 1);
                if (!condition.otherwise().isEmpty()) {
                    add(condition.otherwiseLine(), depth, new Part(Kind.CASE, "Else:"));
                    statements(condition.otherwise(), depth + 1);
                }
            }
            case Statement.Repeat repeat -> {
                parts.add(new Part(Kind.CASE, "Repeat, at most"));
                parts.add(chosen(repeat.times() + (repeat.times() == 1 ? " time" : " times")));
                sentences.add(new Sentence(repeat.line(), depth, parts));
                statements(repeat.body(), depth + 1);
            }
            case Statement.Leave leave -> {
                parts.add(said("Repeat no more"));
                sentences.add(new Sentence(leave.line(), depth, parts));
            }
        }
    }

    /** Behind words that say when, a sentence goes on in small. */
    private static List<Part> behind(List<Part> before, List<Part> act) {
        if (before.isEmpty()) {
            return act;
        }
        List<Part> parts = new ArrayList<>(act);
        Part first = parts.getFirst();
        String words = first.words();
        parts.set(
                0,
                new Part(
                        first.kind(),
                        words.substring(0, 1).toLowerCase(Locale.ROOT) + words.substring(1)));
        return parts;
    }

    private void handler(Statement.Handler handler, int depth) {
        Part when = new Part(Kind.CASE, words(handler.outcome()));
        List<Statement> inside = handler.statements();
        statement(inside.getFirst(), depth, List.of(when));
        for (Statement further : inside.subList(1, inside.size())) {
            statement(further, depth + 1, List.of());
        }
    }

    private static String words(Outcome outcome) {
        return switch (outcome) {
            case NONE -> "if there is none,";
            case NO_ANSWER -> "if nobody answers,";
            case SHORT -> "if it falls short,";
            case DENIED -> "if they say no,";
            case REFUSED -> "if it is refused,";
            case UNKNOWN -> "if nobody can tell,";
            case FAILED -> "if that fails,";
            case LATE -> "if it is too late,";
            case STOPPED -> "if it was stopped,";
        };
    }
}
