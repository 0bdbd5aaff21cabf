package earnest.procedures;

import earnest.core.procedures.Act;
import earnest.core.procedures.Procedure;
import earnest.core.procedures.Start;
import earnest.core.procedures.Statement;
import earnest.systems.Action;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;

/**
 * What of a procedure Earnest can carry out today; what it cannot is said before it is published.
 */
final class CanRun {
    private CanRun() {}

    /** What cannot be done yet, as it is written; null: all can. */
    static @Nullable String cannot(Procedure procedure) {
        for (Start start : procedure.starts()) {
            if (!(start instanceof Start.TicketWanting
                    || start instanceof Start.TicketOpenedBy
                    || start instanceof Start.ByHand)) {
                return "starts on " + start;
            }
        }
        for (Act act : acts(procedure)) {
            boolean can =
                    switch (act) {
                        case Act.Prove _,
                                Act.Note _,
                                Act.Milestone _,
                                Act.Wait _,
                                Act.FindContact _,
                                Act.Pass _,
                                Act.Close _,
                                Act.Stop _ ->
                                true;
                        case Act.Change change ->
                                change.deed().action().equals(Action.OWN_PASSWORD.word());
                        default -> false;
                    };
            if (!can) {
                return act.toString();
            }
        }
        return null;
    }

    /** Whether it changes accounts, so that its author alone may not publish it. */
    static boolean changesAccounts(Procedure procedure) {
        return acts(procedure).stream()
                .anyMatch(
                        act ->
                                act instanceof Act.Change
                                        || act instanceof Act.EndTemporary
                                        || act instanceof Act.Withdraw);
    }

    private static List<Act> acts(Procedure procedure) {
        List<Act> acts = new ArrayList<>();
        gather(procedure.statements(), acts);
        Procedure.Otherwise otherwise = procedure.otherwise();
        if (otherwise != null) {
            gather(otherwise.statements(), acts);
        }
        return acts;
    }

    private static void gather(List<Statement> statements, List<Act> acts) {
        for (Statement statement : statements) {
            switch (statement) {
                case Statement.Step step -> {
                    acts.add(step.act());
                    step.handlers().forEach(handler -> gather(handler.statements(), acts));
                }
                case Statement.If condition -> {
                    gather(condition.then(), acts);
                    gather(condition.otherwise(), acts);
                }
                case Statement.Repeat repeat -> gather(repeat.body(), acts);
                case Statement.Leave _ -> {}
            }
        }
    }
}
