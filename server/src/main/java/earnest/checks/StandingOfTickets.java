package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.Assessment;
import earnest.core.assurance.Assurance;
import earnest.core.assurance.Evidence;
import earnest.core.assurance.JudgedFile;
import earnest.core.assurance.Question;
import earnest.core.assurance.Verdict;
import earnest.core.assurance.Wanted;
import earnest.core.record.Leaf;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

@Service
class StandingOfTickets implements Standing {
    private static final Set<String> CONTACTS = Set.of("phone:", "mailbox:");

    private final Gathered gathered;
    private final Rulebooks rulebooks;
    private final People people;
    private final CheckRepository checks;
    private final ProofMethods methods;
    private final Stops stops;
    private final Clock clock;

    StandingOfTickets(
            Gathered gathered,
            Rulebooks rulebooks,
            People people,
            CheckRepository checks,
            ProofMethods methods,
            Stops stops,
            Clock clock) {
        this.gathered = gathered;
        this.rulebooks = rulebooks;
        this.people = people;
        this.checks = checks;
        this.methods = methods;
        this.stops = stops;
        this.clock = clock;
    }

    @Override
    public List<String> devices(UUID person) {
        return methods.all().stream().flatMap(method -> method.devices(person).stream()).toList();
    }

    @Override
    public boolean holdsLiveCode(UUID ticket, String text) {
        Instant now = clock.instant();
        return checks.findByTicketIdOrderByStartedAt(ticket).stream()
                .filter(check -> check.open(now))
                .anyMatch(
                        check ->
                                methods.of(check)
                                        .map(method -> method.isIn(check, text))
                                        .orElse(false));
    }

    /** Everything that one look at a ticket needs. */
    private record Look(
            Gathered.OfTicket known,
            Rulebooks.InForce book,
            List<ProofCheck> ended,
            List<Gathered.Offered> offered,
            Map<String, String> signals,
            Question question,
            Assessment assessment) {}

    /**
     * @param lookingBack shows a closed ticket as it stood at its last check; nothing may be
     *     decided on that
     */
    private Look look(
            Tickets.View ticket,
            UUID person,
            List<Want> wanted,
            Set<String> groups,
            boolean lookingBack) {
        Rulebooks.InForce book = lookingBack ? rulebooks.of(ticket.id()) : rulebooks.inForce();
        Gathered.OfTicket known = gathered.known(ticket, person);
        // What the rulebook does not know weighs nothing, and breaks nothing.
        Set<String> weighed = book.rules().checks().keySet();
        List<ProofCheck> ended =
                known.ended().stream().filter(check -> weighed.contains(check.method)).toList();
        List<Gathered.Offered> offered = gathered.offers(known, book);
        Map<String, String> signals = gathered.signals(known, book);
        List<Evidence> evidence = ended.stream().map(Gathered::evidence).toList();
        Instant now = clock.instant();
        for (Evidence line : evidence) {
            // Another node's clock may be a little ahead.
            now = line.at().isAfter(now) ? line.at() : now;
        }
        Set<String> conversations =
                ticket.conversations().stream().map(UUID::toString).collect(Collectors.toSet());
        if (lookingBack && !evidence.isEmpty()) {
            Evidence last = evidence.stream().max(Comparator.comparing(Evidence::at)).orElseThrow();
            now = last.at();
            conversations =
                    Set.of(
                            Objects.requireNonNullElse(
                                    last.conversation(), Gathered.NO_CONVERSATION));
        }
        Question question =
                new Question(
                        book.rules(),
                        evidence,
                        List.copyOf(signals.keySet()),
                        wanted.stream()
                                .map(
                                        w ->
                                                new Wanted(
                                                        w.action(),
                                                        w.system(),
                                                        groups,
                                                        ticket.channel(),
                                                        w.analyst().toString(),
                                                        null))
                                .toList(),
                        offered.stream().map(Gathered.Offered::available).toList(),
                        conversations,
                        known.lifted(),
                        now);
        return new Look(known, book, ended, offered, signals, question, Assurance.assess(question));
    }

    @Override
    public Reckoning reckoning(Tickets.View ticket, List<Want> wanted) {
        UUID person = ticket.person();
        if (person == null) {
            return new Reckoning(0, false, List.of(), List.of(), null, List.of(), List.of(), null);
        }
        Set<String> groups = people.groups(person);
        Look look = look(ticket, person, wanted, groups, ticket.state() == Tickets.State.CLOSED);
        AccountWords words =
                new AccountWords(
                        methods, look.book(), look.known(), look.signals(), clock.instant());
        Map<String, ProofCheck> byId =
                look.ended().stream()
                        .collect(Collectors.toMap(c -> c.id.toString(), Function.identity()));
        List<Line> lines =
                new ArrayList<>(
                        look.assessment().lines().stream()
                                .map(line -> words.line(line, byId.get(line.id())))
                                .toList());
        look.known().ended().stream()
                .filter(check -> !byId.containsKey(check.id.toString()))
                .map(words::unknown)
                .forEach(lines::add);
        return new Reckoning(
                look.assessment().standing(),
                look.assessment().stopped(),
                lines,
                offers(look, ticket.conversations()),
                look.known().open(clock.instant()).map(this::open).orElse(null),
                look.assessment().verdicts().stream().map(v -> judgement(v, look)).toList(),
                look.known().checks().stream()
                        .filter(check -> check.endedAt != null)
                        .filter(check -> check.state != CheckState.DENIED)
                        .filter(
                                check ->
                                        methods.of(check)
                                                .map(method -> method.mayStillBeDenied(check))
                                                .orElse(false))
                        .map(check -> check.id)
                        .toList(),
                stops.waiting(person).orElse(null));
    }

    @Override
    public boolean stopped(UUID person) {
        return stops.stopped(person);
    }

    /** What already stands in this conversation would add nothing, so it is not offered again. */
    private static boolean stands(Look look, Gathered.Offered offered, Set<UUID> conversations) {
        return look.ended().stream()
                .anyMatch(
                        check ->
                                check.state == CheckState.PASSED
                                        && check.method.equals(offered.method().id())
                                        && check.path.equals(offered.possible().path())
                                        && check.conversationId != null
                                        && conversations.contains(check.conversationId));
    }

    private static List<Offer> offers(Look look, Set<UUID> conversations) {
        Map<String, Offer> offers = new LinkedHashMap<>();
        for (Gathered.Offered offered : look.offered()) {
            if (!stands(look, offered, conversations)) {
                Possible possible = offered.possible();
                var weight = look.book().rules().checks().get(offered.method().id());
                // Of several that stand under one offer, one is drawn when it is taken.
                offers.putIfAbsent(
                        possible.offer(),
                        new Offer(
                                possible.offer(),
                                offered.method().id(),
                                possible.label(),
                                possible.note(),
                                weight.points(),
                                weight.workSeconds() + weight.waitSeconds(),
                                possible.contact()));
            }
        }
        return List.copyOf(offers.values());
    }

    private Judgement judgement(Verdict verdict, Look look) {
        Map<String, String> offerOf =
                look.offered().stream()
                        .collect(
                                Collectors.toMap(
                                        o -> o.possible().id(), o -> o.possible().offer()));
        String action = verdict.wanted().action();
        String system = verdict.wanted().system();
        Verdict.Bar bar = verdict.bar();
        int asks = bar == null ? 0 : bar.points();
        return switch (verdict) {
            case Verdict.Open open ->
                    new Judgement(
                            action, system, "open", asks, 0, List.of(), List.of(), open.until());
            case Verdict.NeedsSecondPerson second ->
                    new Judgement(
                            action,
                            system,
                            "needs-second-person",
                            asks,
                            0,
                            List.of(),
                            List.of(),
                            second.until());
            case Verdict.Stopped _ ->
                    new Judgement(action, system, "stopped", asks, 0, List.of(), List.of(), null);
            case Verdict.NoRule _ ->
                    new Judgement(action, system, "no-rule", 0, 0, List.of(), List.of(), null);
            case Verdict.Short closed ->
                    new Judgement(
                            action,
                            system,
                            "short",
                            asks,
                            closed.shortfall().points(),
                            AccountWords.also(closed.shortfall()),
                            closed.ways().stream()
                                    .map(way -> way.stream().map(offerOf::get).toList())
                                    .toList(),
                            null);
        };
    }

    private Open open(ProofCheck check) {
        ProofMethod method = methods.must(check);
        return new Open(
                check.id,
                check.method,
                method.label(check),
                CheckForms.of(method.form(check)),
                method.tries() - check.tries,
                check.expiresAt);
    }

    @Override
    public Judged judge(Tickets.View ticket, Deed deed, Set<String> groups) {
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
        people.lock(person);
        Look look = look(ticket, person, List.of(deed.want()), groups, false);
        Verdict verdict = look.assessment().verdicts().getFirst();
        Set<String> weighed =
                look.assessment().lines().stream()
                        .filter(line -> line.points() != 0)
                        .map(earnest.core.assurance.Line::id)
                        .collect(Collectors.toSet());
        List<UUID> entries =
                look.ended().stream()
                        .filter(check -> weighed.contains(check.id.toString()))
                        .map(check -> check.entryId)
                        .filter(Objects::nonNull)
                        .toList();
        Verdict.Bar bar = verdict.bar();
        Leaf.Why why =
                new Leaf.Why(
                        "%s, version %d: %s on %s"
                                .formatted(
                                        look.book().name(),
                                        look.book().version(),
                                        deed.action(),
                                        deed.system()),
                        look.assessment().standing(),
                        bar == null ? 0 : bar.points(),
                        entries,
                        judged(look));
        Permit permit =
                verdict instanceof Verdict.Open
                        ? new Permit(ticket.id(), ticket.version(), deed)
                        : null;
        return new Judged(verdict, look.assessment().standing(), why, permit);
    }

    /** The input with names for whatever stands for a telephone or mailbox. */
    private Map<String, Object> judged(Look look) {
        Set<UUID> all =
                Stream.concat(
                                look.ended().stream().map(check -> check.personId),
                                Stream.of(look.known().person()))
                        .collect(Collectors.toSet());
        Map<String, String> names = people.pathNames(all);
        return JudgedFile.write(
                look.question(), look.book().version(), path -> recorded(path, names));
    }

    private static String recorded(String path, Map<String, String> names) {
        String kind = path.substring(0, path.indexOf(':') + 1);
        if (!CONTACTS.contains(kind)) {
            return path; // ids and kinds of fact, which name nobody
        }
        return kind + Objects.requireNonNull(names.get(path), "a path on no contact on record");
    }
}
