package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** What a person who is alone can prove, and what the page is told of it. */
@Service
class ProvingAlone implements ProofAlone {
    private static final int TOO_MANY = 429;

    private final Standing standing;
    private final Proving proving;
    private final Replies replies;
    private final CheckRepository checks;
    private final WaysAlone ways;
    private final Stops stops;
    private final QuietWords quiet;
    private final CheckLog log;
    private final People people;
    private final Tickets tickets;
    private final Writes writes;
    private final Clock clock;

    ProvingAlone(
            Standing standing,
            Proving proving,
            Replies replies,
            CheckRepository checks,
            WaysAlone ways,
            Stops stops,
            QuietWords quiet,
            CheckLog log,
            People people,
            Tickets tickets,
            Writes writes,
            Clock clock) {
        this.standing = standing;
        this.proving = proving;
        this.replies = replies;
        this.checks = checks;
        this.ways = ways;
        this.stops = stops;
        this.quiet = quiet;
        this.log = log;
        this.people = people;
        this.tickets = tickets;
        this.writes = writes;
        this.clock = clock;
    }

    /** A way with the offer that it stands for. */
    private record Offered(Way way, String method, String offer) {}

    @Override
    public Progress progress(Tickets.View ticket, String action, List<String> systems) {
        UUID person = Objects.requireNonNull(ticket.person());
        Standing.Reckoning reckoning = reckoning(ticket, action, systems);
        List<String> passed = passed(ticket.id(), person);
        return new Progress(
                passed.isEmpty()
                        ? ways.ofHouse(action)
                        : across(offered(person, reckoning), reckoning.judgements()).stream()
                                .map(Offered::way)
                                .toList(),
                underWay(person, reckoning.open(), !passed.isEmpty()),
                passed,
                enough(reckoning),
                reckoning.stopped());
    }

    private Standing.Reckoning reckoning(Tickets.View ticket, String action, List<String> systems) {
        UUID person = Objects.requireNonNull(ticket.person());
        return standing.reckoning(
                ticket,
                systems.stream().map(system -> new Standing.Want(action, system, person)).toList(),
                Standing.Side.PAGE);
    }

    private static List<String> enough(Standing.Reckoning reckoning) {
        return reckoning.judgements().stream()
                .filter(judged -> judged.verdict() == Standing.VerdictKind.OPEN)
                .map(Standing.Judgement::system)
                .toList();
    }

    @Override
    public boolean canHelp(Tickets.View ticket, String action, List<String> systems) {
        Standing.Reckoning reckoning = reckoning(ticket, action, systems);
        UUID person = Objects.requireNonNull(ticket.person());
        boolean stuck = offered(person, reckoning).isEmpty() && enough(reckoning).isEmpty();
        return !reckoning.stopped() && !stuck;
    }

    /** Those that lead across; where nothing does, all that there is. */
    private static List<Offered> across(
            List<Offered> offered, List<Standing.Judgement> judgements) {
        Set<String> lead =
                judgements.stream()
                        .flatMap(judged -> judged.ways().stream())
                        .flatMap(List::stream)
                        .collect(Collectors.toSet());
        return offered.stream().filter(one -> lead.isEmpty() || lead.contains(one.offer)).toList();
    }

    private List<Offered> offered(UUID person, Standing.Reckoning reckoning) {
        List<Offered> offered = new ArrayList<>();
        for (Standing.Offer offer : reckoning.offers()) {
            ways.words(offer.method())
                    .map(words -> way(offer, words, person))
                    .filter(way -> offered.stream().noneMatch(o -> o.way.id().equals(way.id())))
                    .ifPresent(way -> offered.add(new Offered(way, offer.method(), offer.id())));
        }
        return offered.stream()
                .sorted(Comparator.comparing(Offered::way, WaysAlone.QUICKEST))
                .toList();
    }

    private String ending(UUID person, @Nullable UUID contact) {
        return contact == null
                ? ""
                : people.contact(person, contact)
                        .map(People.Contact::value)
                        .map(value -> value.substring(Math.max(0, value.length() - 2)))
                        .orElse("");
    }

    /** One that uses no contact keeps the id of its offer: somebody may have several. */
    private Way way(Standing.Offer offer, ForOneself words, UUID person) {
        Way way = ways.way(offer.method(), words, ending(person, offer.contact()));
        return offer.contact() != null ? way : way.called(offer.id(), way.note());
    }

    private @Nullable UnderWay underWay(
            UUID person, Standing.@Nullable Open open, boolean tellsEnding) {
        if (open == null) {
            return null;
        }
        ProofCheck check = checks.findById(open.id()).orElseThrow();
        return ways.words(check.method)
                .map(
                        words ->
                                new UnderWay(
                                        tellsEnding
                                                ? ways.way(
                                                        check.method,
                                                        words,
                                                        ending(person, check.contactId))
                                                : ways.way(check.method, words),
                                        open.triesLeft(),
                                        Objects.requireNonNullElse(
                                                check.expiresAt,
                                                check.startedAt.plus(WaysAlone.UNLESS_SAID)),
                                        ways.browserAsks(check.method, check.id)))
                .orElse(null);
    }

    private List<String> passed(UUID ticket, UUID person) {
        return checks.findByTicketIdOrderByStartedAt(ticket).stream()
                .filter(check -> check.state == CheckState.PASSED && check.personId.equals(person))
                .flatMap(check -> ways.words(check.method).stream())
                .map(ForOneself::label)
                .distinct()
                .toList();
    }

    @Override
    public @Nullable String browserAsks(String way, UUID of) {
        return ways.browserAsks(way, of);
    }

    @Override
    public List<Way> waysOfHouse(String action) {
        return ways.ofHouse(action);
    }

    @Override
    public boolean begin(UUID ticketId, Actor.Alone who, String action, String way) {
        Tickets.View ticket = tickets.view(ticketId);
        List<Offered> offered =
                offered(who.person(), standing.reckoning(ticket, List.of(), Standing.Side.PAGE));
        if (!passed(ticketId, who.person()).isEmpty()) {
            proving.begin(
                    ticketId,
                    who,
                    offered.stream()
                            .filter(one -> one.way.id().equals(way))
                            .findFirst()
                            .orElseThrow(ProofAlone::notOffered)
                            .offer);
            return true;
        }
        Way wanted =
                ways.ofHouse(action).stream()
                        .filter(one -> one.id().equals(way))
                        .findFirst()
                        .orElseThrow(ProofAlone::notOffered);
        return beginsUnseen(ticketId, who, inTurn(ticketId, who, way, offered), wanted);
    }

    /** The offer of a method whose turn it is, if they have any. */
    private Optional<Offered> inTurn(
            UUID ticket, Actor.Alone who, String method, List<Offered> offered) {
        List<Offered> theirs = offered.stream().filter(one -> one.method.equals(method)).toList();
        long begun =
                checks.findByTicketIdOrderByStartedAt(ticket).stream()
                        .filter(check -> check.method.equals(method))
                        .filter(check -> check.personId.equals(who.person()))
                        .count();
        return theirs.isEmpty()
                ? Optional.empty()
                : Optional.of(theirs.get((int) (begun % theirs.size())));
    }

    /** Whoever proved nothing does not see whether there was anything to begin. */
    private boolean beginsUnseen(
            UUID ticket, Actor.Alone who, Optional<Offered> offer, Way wanted) {
        String why = "they do not have it";
        if (offer.isPresent()) {
            try {
                proving.begin(ticket, who, offer.get().offer);
                return true;
            } catch (Problem problem) {
                if (problem.status() != TOO_MANY) {
                    throw problem;
                }
                why = "it was begun too often";
            }
        }
        String reason = why;
        writes.run(() -> log.notBegun(tickets.view(ticket), who, wanted.label(), reason));
        return false;
    }

    @Override
    public int digitsAwaited(UUID ticketId) {
        return checks.findByTicketIdOrderByStartedAt(ticketId).stream()
                .filter(check -> check.state == CheckState.OPEN)
                .reduce((a, b) -> b)
                .flatMap(check -> ways.words(check.method))
                .map(ForOneself::digits)
                .orElse(0);
    }

    @Override
    public boolean type(UUID ticketId, Actor.Alone who, Secret typed) {
        UUID open =
                checks.findByTicketIdOrderByStartedAt(ticketId).stream()
                        .filter(check -> check.state == CheckState.OPEN)
                        .map(check -> check.id)
                        .reduce((a, b) -> b)
                        .orElseThrow(ProofAlone::over);
        Replies.Outcome outcome = replies.reply(ticketId, open, who, new Reply.Typed(typed));
        return outcome.outcome().equals(CheckState.PASSED.word());
    }

    @Override
    public Optional<UUID> ticketIfPassed(UUID check) {
        return checks.findById(check)
                .filter(one -> one.state == CheckState.PASSED)
                .map(one -> one.ticketId);
    }

    @Override
    public boolean saysForced(UUID ticketId, UUID person, String words) {
        try (Secret said = Secret.of(words)) {
            if (!quiet.areIn(person, said)) {
                return false;
            }
        }
        Tickets.View ticket = tickets.lock(ticketId);
        checks.findByTicketIdOrderByStartedAt(ticketId).stream()
                .filter(check -> check.personId.equals(person))
                .filter(check -> check.state == CheckState.PASSED || check.open(clock.instant()))
                .reduce((a, b) -> b)
                .ifPresent(
                        last -> {
                            log.end(
                                    ticket,
                                    last,
                                    QuietWords.SAID,
                                    CheckLog.There.of(new Actor.Alone(person)));
                            stops.everywhere(last);
                        });
        tickets.warn(ticketId, QuietWords.WARNING);
        return true;
    }

    @Override
    public void notAsked(UUID ticketId, UUID person) {
        Tickets.View ticket = tickets.lock(ticketId);
        List<ProofCheck> theirs =
                checks.findByTicketIdOrderByStartedAt(ticketId).stream()
                        .filter(check -> check.personId.equals(person))
                        .toList();
        Optional<ProofCheck> passed =
                theirs.stream()
                        .filter(check -> check.state == CheckState.PASSED)
                        .reduce((a, b) -> b);
        if (passed.isEmpty()
                && theirs.stream().anyMatch(check -> check.state == CheckState.DENIED)) {
            return; // said already, at another link
        }
        ProofCheck last =
                passed.orElseThrow(() -> new IllegalStateException("nothing was proved there"));
        log.end(
                ticket,
                last,
                new Result.Ends(
                        CheckState.DENIED,
                        "heard from {person}, by the link in what they were sent, that they did"
                                + " not ask for this",
                        Result.By.OUTSIDE),
                new CheckLog.There(null, "link", "A message to them"));
        stops.everywhere(last);
    }
}
