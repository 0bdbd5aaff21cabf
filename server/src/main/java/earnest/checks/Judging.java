package earnest.checks;

import earnest.core.assurance.Explanation;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Verdict;
import earnest.core.record.Leaf;
import earnest.ground.ClockWatch;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Judges one deed, and says for the record what the judgement rests on. */
@Component
class Judging {
    private static final Set<String> CONTACTS = Set.of("phone:", "mailbox:");

    private final Assessing assessing;
    private final People people;
    private final ClockWatch clocks;

    Judging(Assessing assessing, People people, ClockWatch clocks) {
        this.assessing = assessing;
        this.people = people;
        this.clocks = clocks;
    }

    Standing.Judged judge(Tickets.View ticket, Standing.Deed deed, Set<String> groups) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(
                    409,
                    "nobody-named",
                    "Say first who the caller says they are. Nothing can be done for nobody.");
        }
        if (!person.equals(deed.person())) {
            throw new Problem(
                    409,
                    "changed-meanwhile",
                    "The ticket names somebody else now. Look at the page again.");
        }
        clocks.mustAgree();
        people.lock(person);
        Assessed assessed =
                assessing.now(
                        ticket,
                        person,
                        List.of(deed.want()),
                        groups,
                        Standing.Side.of(ticket, deed.analyst()));
        Verdict verdict = assessed.assessment().verdicts().getFirst();
        Permit permit =
                verdict instanceof Verdict.Open
                        ? new Permit(ticket.id(), ticket.version(), deed)
                        : null;
        return new Standing.Judged(
                verdict, assessed.assessment().standing(), why(assessed, deed, verdict), permit);
    }

    private Leaf.Why why(Assessed assessed, Standing.Deed deed, Verdict verdict) {
        Set<String> weighed =
                assessed.assessment().explanations().stream()
                        .filter(explanation -> explanation.points() != 0)
                        .map(Explanation::id)
                        .collect(Collectors.toSet());
        List<UUID> entries =
                assessed.ended().stream()
                        .filter(check -> weighed.contains(check.id.toString()))
                        .map(check -> check.entryId)
                        .filter(Objects::nonNull)
                        .toList();
        Verdict.Bar bar = verdict.bar();
        return new Leaf.Why(
                "%s, version %d: %s on %s"
                        .formatted(
                                assessed.book().name(),
                                assessed.book().version(),
                                deed.action(),
                                deed.system()),
                assessed.assessment().standing(),
                bar == null ? 0 : bar.points(),
                entries,
                judged(assessed));
    }

    /** The input with names for whatever stands for a telephone or mailbox. */
    private Map<String, Object> judged(Assessed assessed) {
        Set<UUID> all =
                Stream.concat(
                                assessed.ended().stream().map(check -> check.personId),
                                Stream.of(assessed.known().person()))
                        .collect(Collectors.toSet());
        Map<String, String> names = people.pathNames(all);
        return JudgedFile.write(
                assessed.input(), assessed.book().version(), path -> recorded(path, names));
    }

    private static String recorded(String path, Map<String, String> names) {
        String kind = path.substring(0, path.indexOf(':') + 1);
        if (!CONTACTS.contains(kind)) {
            return path; // ids and kinds of fact, which name nobody
        }
        return kind + Objects.requireNonNull(names.get(path), "a path on no contact on record");
    }
}
