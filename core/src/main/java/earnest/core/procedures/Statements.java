package earnest.core.procedures;

import java.util.List;
import java.util.function.Consumer;

/** Goes over all statements of a procedure, also those that no path reaches. */
final class Statements {
    private Statements() {}

    static void each(Procedure procedure, Consumer<Statement> what) {
        if (procedure.otherwise() instanceof Procedure.Otherwise otherwise) {
            each(otherwise.statements(), what);
        }
        each(procedure.statements(), what);
    }

    private static void each(List<Statement> statements, Consumer<Statement> what) {
        for (Statement statement : statements) {
            what.accept(statement);
            switch (statement) {
                case Statement.Step step ->
                        step.handlers().forEach(handler -> each(handler.statements(), what));
                case Statement.If condition -> {
                    each(condition.then(), what);
                    each(condition.otherwise(), what);
                }
                case Statement.Repeat repeat -> each(repeat.body(), what);
                case Statement.Leave leave -> {}
            }
        }
    }
}
