package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.ForOneself;
import earnest.checks.methods.Reply;
import earnest.checks.methods.Result;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
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
        this.clock = clock;
    }

    /** A way with the offer that it stands for. */
    private record Offered(Way way, String offer) {}

    @Override
    public Progress progress(Tickets.View ticket, String action, List<String> systems) {
        UUID person = Objects.requireNonNull(ticket.person());
        Standing.Reckoning reckoning =
                standing.reckoning(
                        ticket,
                        systems.stream()
                                .map(system -> new Standing.Want(action, system, person))
                                .toList(),
                        Standing.Side.PAGE);
        return new Progress(
                across(offered(person, reckoning), reckoning.judgements()),
                underWay(person, reckoning.open()),
                passed(ticket.id(), person),
                reckoning.judgements().stream()
                        .filter(judged -> judged.verdict() == Standing.VerdictKind.OPEN)
                        .map(Standing.Judgement::system)
                        .toList(),
                reckoning.stopped());
    }

    /** Those that lead across; where nothing does, all that there is. */
    private static List<Way> across(List<Offered> offered, List<Standing.Judgement> judgements) {
        Set<String> lead =
                judgements.stream()
                        .flatMap(judged -> judged.ways().stream())
                        .flatMap(List::stream)
                        .collect(Collectors.toSet());
        return offered.stream()
                .filter(one -> lead.isEmpty() || lead.contains(one.offer))
                .map(Offered::way)
                .toList();
    }

    private List<Offered> offered(UUID person, Standing.Reckoning reckoning) {
        List<Offered> offered = new ArrayList<>();
        for (Standing.Offer offer : reckoning.offers()) {
            ways.words(offer.method())
                    .map(words -> way(offer, words, person))
                    .filter(way -> offered.stream().noneMatch(o -> o.way.id().equals(way.id())))
                    .ifPresent(way -> offered.add(new Offered(way, offer.id())));
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
        return offer.contact() != null
                ? way
                : new Way(
                        offer.id(),
                        way.label(),
                        way.note(),
                        way.seconds(),
                        way.digits(),
                        way.asks(),
                        way.tries(),
                        way.lasts());
    }

    private @Nullable UnderWay underWay(UUID person, Standing.@Nullable Open open) {
        if (open == null) {
            return null;
        }
        ProofCheck check = checks.findById(open.id()).orElseThrow();
        return ways.words(check.method)
                .map(
                        words ->
                                new UnderWay(
                                        ways.way(
                                                check.method,
                                                words,
                                                ending(person, check.contactId)),
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
    public List<Way> waysOfNobody(String mark, String action) {
        return ways.ofNobody(mark, action);
    }

    @Override
    public void begin(UUID ticketId, Actor.Alone who, String way) {
        Tickets.View ticket = tickets.view(ticketId);
        String offer =
                offered(who.person(), standing.reckoning(ticket, List.of(), Standing.Side.PAGE))
                        .stream()
                        .filter(offered -> offered.way.id().equals(way))
                        .map(Offered::offer)
                        .findFirst()
                        .orElseThrow(ProvingAlone::notThere);
        proving.begin(ticketId, who, offer);
    }

    static Problem notThere() {
        return new Problem(
                409, "not-offered", "That way is not open any more. Take another of the list.");
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
                        .orElseThrow(
                                () ->
                                        new Problem(
                                                409,
                                                "check-over",
                                                "Nothing is waited for any more. Begin again with"
                                                        + " one of the list."));
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
