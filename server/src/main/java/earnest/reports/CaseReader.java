package earnest.reports;

import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;

/** Makes cases of the moments of tickets, which come ticket by ticket, each in order of time. */
final class CaseReader {
    /** What is looked at. */
    static final Set<EntryKind> KINDS =
            EnumSet.of(
                    EntryKind.CALL_RANG,
                    EntryKind.PAGE_BEGUN,
                    EntryKind.PERSON_CLAIMED,
                    EntryKind.CHECK_PASSED,
                    EntryKind.CHANGE_INTENDED,
                    EntryKind.CHANGE_TOOK_EFFECT,
                    EntryKind.HANDOVER_DONE,
                    EntryKind.PERSON_IN);

    private final List<Case> cases = new ArrayList<>();
    private final Map<EntryKind, Instant> first = new EnumMap<>(EntryKind.class);
    private final Set<String> ways = new TreeSet<>();
    private @Nullable UUID ticket;
    private boolean password;
    private int others;

    void take(TheRecord.Moment moment) {
        if (!moment.ticket().equals(ticket)) {
            end();
            ticket = moment.ticket();
        }
        first.putIfAbsent(moment.kind(), moment.at());
        String detail = moment.detail();
        if (detail == null) {
            return;
        }
        if (moment.kind() == EntryKind.CHANGE_INTENDED) {
            password |= detail.equals(Action.TEMPORARY_PASSWORD.deed());
        } else if (!first.containsKey(EntryKind.CHANGE_INTENDED)) {
            // What was proved after the change did not open it.
            ways.add(detail);
        }
    }

    /** Every case, once all moments were taken. */
    List<Case> cases() {
        end();
        return cases;
    }

    /** Tickets on which nobody came in again, or not yet. */
    int others() {
        end();
        return others;
    }

    private void end() {
        UUID of = ticket;
        // Somebody rang, or helped themselves, and then said at once who they are.
        Instant rang = first.get(EntryKind.CALL_RANG);
        Instant began = rang == null ? first.get(EntryKind.PAGE_BEGUN) : rang;
        if (of != null && began != null) {
            Instant effect = first.get(EntryKind.CHANGE_TOOK_EFFECT);
            Instant in = in(effect);
            if (in == null || effect == null) {
                others++;
            } else {
                cases.add(
                        Case.of(
                                of,
                                List.copyOf(ways),
                                began,
                                List.of(
                                        at(EntryKind.PERSON_CLAIMED, began),
                                        at(EntryKind.CHANGE_INTENDED, effect),
                                        effect,
                                        at(EntryKind.HANDOVER_DONE, effect),
                                        in)));
            }
        }
        first.clear();
        ways.clear();
        password = false;
        ticket = null;
    }

    /** Whoever has a password to use is in when they used it; whoever was unlocked, at once. */
    private @Nullable Instant in(@Nullable Instant effect) {
        return password ? first.get(EntryKind.PERSON_IN) : effect;
    }

    private Instant at(EntryKind kind, Instant otherwise) {
        return first.getOrDefault(kind, otherwise);
    }
}
