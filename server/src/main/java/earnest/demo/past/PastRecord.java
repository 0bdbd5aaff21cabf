package earnest.demo.past;

import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Outcome;
import earnest.core.assurance.Verdict;
import earnest.core.record.Leaf;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.Action;

import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** Writes what happened in a call, in the words of any other. */
@Component
@ConditionalOnProperty(name = "earnest.demo.enabled", havingValue = "true")
class PastRecord {
    private static final int PARTS = 3;
    private static final int PART_SECONDS = 9;
    private static final int UNTIL_IN = 180;

    private final TheRecord record;
    private final People people;

    PastRecord(TheRecord record, People people) {
        this.record = record;
        this.people = people;
    }

    /** Who held it. */
    record Holder(UUID id, String name) {}

    /**
     * A ticket that is written.
     *
     * @param rulebook by which it was judged, and its version
     */
    record Ticket(
            UUID id,
            Whom whom,
            Holder holder,
            Calls.Call call,
            Story.Told told,
            String rulebook,
            long version,
            UUID change) {}

    /**
     * Writes one, in the present transaction.
     *
     * @return the entry that says how each check ended
     */
    Map<UUID, UUID> write(Ticket of) {
        Map<UUID, UUID> ended = new HashMap<>();
        began(of);
        for (Story.Happened one : of.told.happened()) {
            switch (one) {
                case Story.Happened.Checked checked ->
                        ended.put(checked.check(), check(of, checked));
                case Story.Happened.Asked asked -> asked(of, asked, List.copyOf(ended.values()));
            }
        }
        closed(of);
        return ended;
    }

    private void began(Ticket of) {
        boolean counter = of.call.counter();
        String line = counter ? "Counter" : "Line";
        record.bringIn(
                Entry.bySystem(EntryKind.CALL_RANG, line.toLowerCase(Locale.ROOT), line)
                        .data("did", counter ? "came to the counter" : "rang")
                        .data("channel", channel(of))
                        .ticket(of.id, of.told.conversation())
                        .personal("number", counter ? "at the counter" : "no number shown"),
                of.call.at());
        record.bringIn(
                by(of, EntryKind.CALL_ANSWERED)
                        .data("did", counter ? "turned to the visitor" : "answered the call"),
                of.call.at().plusSeconds(8));
        record.bringIn(
                by(of, EntryKind.PERSON_CLAIMED).person(of.whom.id(), of.whom.name()),
                of.call.at().plusSeconds(25));
    }

    static String channel(Ticket of) {
        return of.call.counter() ? "counter" : "call";
    }

    private static Entry by(Ticket of, EntryKind kind) {
        return Entry.by(kind, of.holder.id(), of.holder.name())
                .ticket(of.id, of.told.conversation());
    }

    private UUID check(Ticket of, Story.Happened.Checked one) {
        Way way = one.way();
        record.bringIn(
                about(by(of, EntryKind.CHECK_BEGUN), of, one, way.words().begins()), one.begun());
        boolean heard = way.method().equals("call-back") || way.method().equals("badge");
        EntryKind kind =
                switch (one.outcome()) {
                    case PASSED -> EntryKind.CHECK_PASSED;
                    case FAILED -> EntryKind.CHECK_FAILED;
                    case DENIED -> EntryKind.CHECK_DENIED;
                    case UNANSWERED -> EntryKind.CHECK_UNANSWERED;
                };
        String words =
                switch (one.outcome()) {
                    case PASSED -> way.words().passes();
                    case UNANSWERED -> "ended a check without an answer";
                    default -> way.words().fails();
                };
        Entry entry =
                heard || one.outcome() == Outcome.UNANSWERED
                        ? by(of, kind)
                        : Entry.byCaller(kind, one.conversation().toString(), "Caller");
        return record.bringIn(
                about(entry, of, one, words)
                        .ticket(of.id, one.conversation())
                        .outcome(one.outcome().word()),
                one.at());
    }

    private static Entry about(Entry entry, Ticket of, Story.Happened.Checked one, String words) {
        return entry.ticket(of.id, one.conversation())
                .person(of.whom.id(), of.whom.name())
                .data("check", one.check().toString())
                .data("method", one.way().method())
                .data("what", words);
    }

    private void asked(Ticket of, Story.Happened.Asked asked, List<UUID> restsOn) {
        Leaf.Why why = why(of, asked, restsOn);
        Action action = action(of);
        if (!asked.allowed()) {
            Verdict verdict = asked.came().verdicts().getFirst();
            record.bringIn(
                    change(of, by(of, EntryKind.CHANGE_NOT_ALLOWED), action)
                            .data(
                                    "missing",
                                    verdict instanceof Verdict.NeedsSecondPerson
                                            ? "a second person has not agreed"
                                            : "not enough was proved")
                            .why(why),
                    asked.at());
            return;
        }
        Instant at = asked.at();
        record.bringIn(
                done(of, by(of, EntryKind.CHANGE_INTENDED), action).data("way", "").why(why), at);
        record.bringIn(
                done(of, by(of, EntryKind.CHANGE_ASKED), action).why(why), at.plusMillis(40));
        record.bringIn(
                done(
                        of,
                        Entry.bySystem(
                                EntryKind.CHANGE_TOOK_EFFECT, Story.SYSTEM, "Brackwater directory"),
                        action),
                at.plusMillis(180));
        if (action == Action.TEMPORARY_PASSWORD) {
            handedOver(of, why, at);
        }
    }

    private void handedOver(Ticket of, Leaf.Why why, Instant at) {
        record.bringIn(
                handover(of, EntryKind.HANDOVER_SHOWN).data("from", 1).why(why), at.plusSeconds(2));
        for (int part = 1; part <= PARTS; part++) {
            record.bringIn(
                    handover(of, EntryKind.HANDOVER_SAID_BACK)
                            .data("part", part)
                            .data("parts", PARTS),
                    at.plusSeconds((long) PART_SECONDS * part));
        }
        record.bringIn(
                handover(of, EntryKind.HANDOVER_DONE).data("route", "read aloud and said back"),
                at.plusSeconds((long) PART_SECONDS * PARTS));
        record.bringIn(
                Entry.byPerson(EntryKind.PERSON_IN, of.whom.id(), of.whom.name())
                        .ticket(of.id, null)
                        .person(of.whom.id(), of.whom.name())
                        .account(Story.SYSTEM, of.whom.account()),
                at.plusSeconds(UNTIL_IN));
    }

    private static Entry handover(Ticket of, EntryKind kind) {
        return Entry.by(kind, of.holder.id(), of.holder.name())
                .ticket(of.id, null)
                .person(of.whom.id(), of.whom.name())
                .data("change", of.change.toString());
    }

    private static Entry change(Ticket of, Entry entry, Action action) {
        return entry.ticket(of.id, of.told.called())
                .person(of.whom.id(), of.whom.name())
                .account(Story.SYSTEM, of.whom.account())
                .data("action", action.word())
                .data("deed", action.deed());
    }

    private static Entry done(Ticket of, Entry entry, Action action) {
        return change(of, entry, action)
                .data("became", action.became())
                .data("change", of.change.toString());
    }

    static Action action(Ticket of) {
        return of.told.action().equals(Story.UNLOCK) ? Action.UNLOCK : Action.TEMPORARY_PASSWORD;
    }

    private Leaf.Why why(Ticket of, Story.Happened.Asked asked, List<UUID> restsOn) {
        Map<String, String> names = people.pathNames(Set.of(of.whom.id()));
        Verdict.Bar bar = asked.came().verdicts().getFirst().bar();
        return new Leaf.Why(
                "%s, version %d: %s on %s"
                        .formatted(of.rulebook, of.version, of.told.action(), Story.SYSTEM),
                asked.came().standing(),
                bar == null ? 0 : bar.points(),
                restsOn,
                JudgedFile.write(asked.input(), of.version, path -> named(path, names)));
    }

    /** What names a telephone or mailbox stands under a name that says nothing. */
    private static String named(String path, Map<String, String> names) {
        String name = names.get(path);
        return name == null ? path : path.substring(0, path.indexOf(':') + 1) + name;
    }

    static Instant end(Ticket of) {
        boolean read = of.told.done() && action(of) == Action.TEMPORARY_PASSWORD;
        return of.told.end().plusSeconds(read ? UNTIL_IN + 20L : 20);
    }

    static String summary(Ticket of) {
        String what =
                of.told.done()
                        ? action(of).label() + " took effect."
                        : "Refused kindly: it asks more than was proved. Nothing was changed.";
        return "The caller said they are %s. %s".formatted(of.whom.name(), what);
    }

    private void closed(Ticket of) {
        Instant end = end(of);
        record.bringIn(
                by(of, EntryKind.CALL_ENDED)
                        .data("did", of.call.counter() ? "ended the visit" : "ended the call")
                        .ticket(of.id, of.told.called()),
                end.minusSeconds(5));
        record.bringIn(
                by(of, EntryKind.TICKET_CLOSED)
                        .ticket(of.id, null)
                        .person(of.whom.id(), null)
                        .personal("summary", "“" + summary(of) + "”"),
                end);
    }
}
