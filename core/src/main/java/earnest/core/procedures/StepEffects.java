package earnest.core.procedures;

import earnest.core.procedures.Finding.Code;
import earnest.core.procedures.SecretUse.SetAt;
import earnest.core.procedures.ValueCheck.Place;
import earnest.core.procedures.World.Operation;
import earnest.core.procedures.World.ValueType;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What each step changes on a path, and whether it may stand there. After a wrong name or type a
 * step is followed as if it were right.
 */
final class StepEffects {
    /** How long a proof counts where nothing is said. */
    private static final int WITHIN = 30;

    private final @Nullable World world;
    private final ValueCheck values;
    private final Report report;

    /** The parts of results that are used as secrets, by the name of the result. */
    private final Map<String, Set<Reference>> secretParts;

    StepEffects(
            @Nullable World world,
            ValueCheck values,
            Report report,
            Map<String, Set<Reference>> secretParts) {
        this.world = world;
        this.values = values;
        this.report = report;
        this.secretParts = secretParts;
    }

    /** Judges a step before it is done. Gives what holds while it is under way. */
    PathState asked(int line, Act act, Place place) {
        PathState state = place.state();
        switch (act) {
            case Act.Ask ask -> values.words(ask.question(), "the question", place);
            case Act.Change change -> {
                return changing(line, change, place);
            }
            case Act.ReadAloud aloud -> handingOver(line, aloud.secret(), place);
            case Act.SendSecret send -> {
                handingOver(line, send.secret(), place);
                values.contact(
                        send.to(),
                        switch (send.by()) {
                            case TEXT -> Optional.of(false);
                            case MAIL -> Optional.of(true);
                            case LINK -> Optional.empty();
                        },
                        place);
                slots(send.text(), place);
            }
            case Act.Withdraw withdraw -> {
                values.secret(withdraw.secret(), place);
                if (state.meant(withdraw.secret()).stream()
                        .anyMatch(use -> !use.effect() && !use.maybe() && !use.excused())) {
                    report.add(
                            line,
                            Code.TOO_EARLY,
                            "'%s' is withdrawn on a path on which no change with it was made"
                                    .formatted(withdraw.secret()));
                }
            }
            case Act.Send send -> {
                values.contact(send.to(), Optional.empty(), place);
                slots(send.text(), place);
            }
            case Act.Note note -> values.words(note.words(), "the ticket's notes", place);
            case Act.Milestone milestone ->
                    values.words(milestone.words(), "the ticket's milestones", place);
            case Act.Call call -> calling(call, place);
            case Act.Close close -> values.words(close.words(), "the ticket", place);
            case Act.Stop stop -> values.words(stop.words(), "the ticket", place);
            case Act.FindContact find -> {}
            case Act.Prove prove -> {}
            case Act.Approve approve -> {}
            case Act.Draw draw -> {}
            case Act.EndTemporary end -> {}
            case Act.WaitFor wait -> {}
            case Act.Wait wait -> {}
            case Act.Run run -> {}
            case Act.Pass pass -> {}
        }
        return state;
    }

    /** What holds where the step goes on. */
    PathState goesOn(int line, Act act, PathState state) {
        PathState after =
                switch (act) {
                    case Act.Prove prove -> proved(prove, state);
                    case Act.Approve approve -> approved(approve.deed(), state);
                    case Act.Change change -> set(line, change, true, state);
                    case Act.ReadAloud aloud -> handedOver(aloud.secret(), state);
                    case Act.SendSecret send -> handedOver(send.secret(), state);
                    case Act.Withdraw withdraw -> withdrawn(withdraw, state);
                    case Act.WaitFor wait -> state.waiting(wait.minutes());
                    case Act.Wait wait -> state.waiting(wait.minutes());
                    case Act.Run run -> state.withoutProof();
                    default -> state;
                };
        return giving(line, act, after);
    }

    /** What holds on one of its outcomes. */
    PathState on(Outcome outcome, int line, Act act, PathState state) {
        return switch (act) {
            case Act.Change change -> {
                PathState after =
                        outcome == Outcome.UNKNOWN ? set(line, change, false, state) : state;
                yield giving(line, act, after);
            }
            case Act.WaitFor wait -> state.waiting(wait.minutes());
            case Act.Run run -> state.withoutProof();
            default -> state;
        };
    }

    private PathState giving(int line, Act act, PathState state) {
        String name = act.gives();
        if (name == null) {
            return state;
        }
        PathState after = state.giving(name, line);
        if (act instanceof Act.Draw) {
            return after.drawing(new PathState.Site(line, new Reference(name, null)));
        }
        if (act instanceof Act.Call) {
            for (Reference part : secretParts.getOrDefault(name, Set.of())) {
                after = after.drawing(new PathState.Site(line, part));
            }
        }
        return after;
    }

    private boolean unknown(Act.Deed deed) {
        return world != null && !world.knows(deed);
    }

    private PathState proved(Act.Prove prove, PathState state) {
        int minutes = prove.within() == 0 ? WITHIN : prove.within();
        PathState after = state.proving(prove.deed(), minutes);
        return unknown(prove.deed()) ? after.proving(PathState.WHATEVER, minutes) : after;
    }

    private PathState approved(Act.Deed deed, PathState state) {
        PathState after = state.approving(deed);
        return unknown(deed) ? after.approving(PathState.WHATEVER) : after;
    }

    private PathState changing(int line, Act.Change change, Place place) {
        PathState state = place.state();
        Act.Deed deed = change.deed();
        if (!unknown(deed)) {
            if (!state.proofs().containsKey(deed)
                    && !state.proofs().containsKey(PathState.WHATEVER)) {
                report.add(
                        line,
                        Code.UNPROVED,
                        "some path comes here without 'prove %s', or too long after it"
                                .formatted(deed));
            }
            if (world != null
                    && world.needsSecondPerson(deed)
                    && !state.approvals().contains(deed)
                    && !state.approvals().contains(PathState.WHATEVER)) {
                report.add(
                        line,
                        Code.UNAPPROVED,
                        "a second person must agree to it, and some path has no 'approve %s'"
                                .formatted(deed));
            }
        }
        if (change.with() == null) {
            if (deed.action().equals(Act.Deed.TEMPORARY_PASSWORD)) {
                report.add(
                        line,
                        Code.WRONG_TYPE,
                        "a temporary password is drawn before it is set: with NAME");
            }
            return state;
        }
        boolean right = values.secret(change.with(), place);
        if (state.meant(change.with()).stream().anyMatch(use -> use.asked().contains(deed))) {
            report.add(
                    line,
                    Code.TWICE,
                    "on some path %s is asked for with '%s' a second time"
                            .formatted(deed, change.with()));
        }
        PathState asked = state.doing(change.with(), use -> use.asked(deed));
        return right ? asked : asked.doingToOthers(change.with(), SecretUse::unjudged);
    }

    private PathState set(int line, Act.Change change, boolean surely, PathState state) {
        if (change.with() == null) {
            return state;
        }
        if (unknown(change.deed())) {
            return state.doing(change.with(), SecretUse::unjudged);
        }
        SetAt at = new SetAt(line, change.deed().system());
        return state.doing(change.with(), use -> use.set(at, surely));
    }

    private void handingOver(int line, Reference secret, Place place) {
        values.secret(secret, place);
        for (SecretUse use : place.state().meant(secret)) {
            if (use.given()) {
                report.add(
                        line,
                        Code.TWICE,
                        "on some path '%s' was handed over already".formatted(secret));
            }
            if (use.withdrawn()) {
                report.add(
                        line,
                        Code.TOO_EARLY,
                        "on some path '%s' was withdrawn before".formatted(secret));
            } else if (!use.effect() && !use.excused()) {
                report.add(
                        line,
                        Code.TOO_EARLY,
                        "'%s' is handed over on a path on which no change with it took effect"
                                .formatted(secret));
            }
        }
    }

    private static PathState handedOver(Reference secret, PathState state) {
        return state.meant(secret).isEmpty()
                ? state.doingToAll(SecretUse::settled)
                : state.doing(secret, SecretUse::handedOver);
    }

    private PathState withdrawn(Act.Withdraw withdraw, PathState state) {
        PathState after = state.doing(withdraw.secret(), SecretUse::isWithdrawn);
        boolean unknownSystem = world != null && !world.systems().containsKey(withdraw.system());
        return unknownSystem
                ? after.doingToAll(SecretUse::settled)
                : after.doingToAll(use -> use.worthlessIn(withdraw.system()));
    }

    private void calling(Act.Call call, Place place) {
        Operation operation =
                world == null ? null : world.operation(call.connection(), call.operation());
        List<ValueType> takes = operation == null ? List.of() : operation.takes();
        for (int i = 0; i < call.with().size(); i++) {
            if (takes.size() == call.with().size()) {
                values.parameter(call.with().get(i), takes.get(i), place);
            } else {
                values.read(call.with().get(i), place);
            }
        }
    }

    private void slots(String text, Place place) {
        if (world == null) {
            return;
        }
        world.texts()
                .getOrDefault(text, Map.of())
                .forEach(
                        (slot, type) -> {
                            if (type != ValueType.SECRET) {
                                values.slot(slot, place);
                            }
                        });
    }
}
