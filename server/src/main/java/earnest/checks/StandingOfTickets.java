package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.ProofMethod;
import earnest.core.assurance.Factor;
import earnest.core.assurance.Method;
import earnest.core.assurance.Rulebook;
import earnest.core.assurance.Signal;
import earnest.people.People;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
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
    private static final Set<Factor> OWN = Set.of(Factor.HAS, Factor.IS, Factor.REACH);

    private final Assessing assessing;
    private final Gathered gathered;
    private final Judging judging;
    private final People people;
    private final CheckRepository checks;
    private final ProofMethods methods;
    private final Rulebooks rulebooks;
    private final Stops stops;
    private final Tickets tickets;
    private final WrappedSecrets secrets;
    private final Clock clock;

    StandingOfTickets(
            Assessing assessing,
            Gathered gathered,
            Judging judging,
            People people,
            CheckRepository checks,
            ProofMethods methods,
            Rulebooks rulebooks,
            Stops stops,
            Tickets tickets,
            WrappedSecrets secrets,
            Clock clock) {
        this.assessing = assessing;
        this.gathered = gathered;
        this.judging = judging;
        this.people = people;
        this.checks = checks;
        this.methods = methods;
        this.rulebooks = rulebooks;
        this.stops = stops;
        this.tickets = tickets;
        this.secrets = secrets;
        this.clock = clock;
    }

    @Override
    public List<String> devices(UUID person) {
        gathered.beforehand(person);
        return methods.all().stream().flatMap(method -> method.devices(person).stream()).toList();
    }

    @Override
    public List<ProvedContact> provedContacts(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            return List.of();
        }
        Gathered.OfTicket known = gathered.known(ticket, person);
        if (known.stopped()) {
            return List.of();
        }
        Rulebook rules = rulebooks.inForce().rules();
        Instant since = clock.instant().minus(Duration.ofMinutes(rules.validMinutes()));
        List<ProvedContact> proved = new ArrayList<>();
        for (ProofCheck check : known.checks().reversed()) {
            if (check.state == CheckState.PASSED
                    && check.personId.equals(person)
                    && check.contactId != null
                    && check.conversationId != null
                    && Objects.requireNonNull(check.endedAt).isAfter(since)
                    && theirs(rules.checks().get(check.method))) {
                proved.add(new ProvedContact(check.contactId, check.conversationId));
            }
        }
        return proved;
    }

    /** A number that shows proves nothing, and who vouches is somebody else. */
    private static boolean theirs(@Nullable Method method) {
        return method != null && OWN.contains(method.factor());
    }

    @Override
    public boolean holdsLiveSecret(UUID ticket, String text) {
        return secrets.holdsLiveSecret(ticket, tickets.view(ticket).person(), text)
                || holdsLiveCode(ticket, text);
    }

    private boolean holdsLiveCode(UUID ticket, String text) {
        Instant now = clock.instant();
        return checks.findByTicketIdOrderByStartedAt(ticket).stream()
                .filter(check -> check.open(now))
                .anyMatch(
                        check ->
                                methods.of(check)
                                        .map(method -> method.isIn(check, text))
                                        .orElse(false));
    }

    @Override
    public boolean stopped(UUID person) {
        return stops.stopped(person);
    }

    @Override
    public Judged judge(Tickets.View ticket, Deed deed, Set<String> groups) {
        return judging.judge(ticket, deed, groups);
    }

    @Override
    public Reckoning reckoning(Tickets.View ticket, List<Want> wanted, Side side) {
        UUID person = ticket.person();
        if (person == null) {
            return new Reckoning(
                    0, false, null, false, List.of(), List.of(), List.of(), null, List.of(),
                    List.of(), null, List.of());
        }
        Set<String> groups = people.groups(person);
        Assessed assessed =
                ticket.state() == Tickets.State.CLOSED
                        ? assessing.then(ticket, person, wanted, groups, side)
                        : assessing.now(ticket, person, wanted, groups, side);
        Judgements judgements = new Judgements(assessed);
        return new Reckoning(
                assessed.assessment().standing(),
                assessed.assessment().stopped(),
                assessed.assessment().stopped() ? stop(assessed) : null,
                assessed.assessment().stopped() && saidNo(assessed),
                explanations(assessed),
                Offers.of(assessed, ticket.conversations()),
                side == Side.DESK && ticket.state() != Tickets.State.CLOSED
                        ? gathered.missing(assessed.known(), assessed.book(), assessed.offered())
                        : List.of(),
                assessed.known().open(clock.instant()).map(this::open).orElse(null),
                assessed.weighed().stream().map(judgements::of).toList(),
                deniable(assessed),
                assessed.assessment().stopped() ? stops.waiting(person).orElse(null) : null,
                assessed.seconds());
    }

    private static boolean saidNo(Assessed assessed) {
        return assessed.ended().stream()
                .anyMatch(check -> check.state == CheckState.DENIED && check.stopLiftedAt == null);
    }

    private static String stop(Assessed assessed) {
        if (saidNo(assessed)) {
            return "They said no. Nothing can be done for them, on any ticket.";
        }
        return assessed.signals().entrySet().stream()
                .filter(
                        one -> {
                            Signal signal = assessed.book().rules().signals().get(one.getKey());
                            return signal != null && signal.stops();
                        })
                .map(one -> one.getValue().words() + ". Nothing can be done for them.")
                .findFirst()
                .orElse("This is stopped. Nothing can be done for them.");
    }

    private List<Explanation> explanations(Assessed assessed) {
        ExplanationWords words =
                new ExplanationWords(
                        methods,
                        assessed.book(),
                        assessed.known(),
                        assessed.signals(),
                        clock.instant());
        Map<String, ProofCheck> byId =
                assessed.ended().stream()
                        .collect(
                                Collectors.toMap(
                                        check -> check.id.toString(), Function.identity()));
        return Stream.concat(
                        assessed.assessment().explanations().stream()
                                .map(given -> words.of(given, byId.get(given.id()))),
                        assessed.known().ended().stream()
                                .filter(check -> !byId.containsKey(check.id.toString()))
                                .map(words::unknown))
                .toList();
    }

    private List<UUID> deniable(Assessed assessed) {
        return assessed.known().checks().stream()
                .filter(check -> check.endedAt != null)
                .filter(check -> check.state != CheckState.DENIED)
                .filter(
                        check ->
                                methods.of(check)
                                        .map(method -> method.mayStillBeDenied(check))
                                        .orElse(false))
                .map(check -> check.id)
                .toList();
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
}
