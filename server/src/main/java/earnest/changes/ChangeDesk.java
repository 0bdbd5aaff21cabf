package earnest.changes;

import earnest.access.SignedIn;
import earnest.checks.Standing;
import earnest.core.assurance.Verdict;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Work;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.systems.AccountState;
import earnest.systems.Action;
import earnest.systems.Connector;
import earnest.systems.Looked;
import earnest.systems.Systems;
import earnest.systems.Way;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

/** Decides on changes. What follows is {@link CarryOut}'s. */
@Service
class ChangeDesk implements Changes {
    private static final Duration DAY = Duration.ofHours(24);

    private final ChangeRepository changes;
    private final ServerRepository servers;
    private final FreshPassword passwords;
    private final Systems systems;
    private final LiveAccounts accounts;
    private final Standing standing;
    private final Tickets tickets;
    private final People people;
    private final TheRecord record;
    private final Work work;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final ChangeProperties properties;
    private final Waypoints waypoints;
    private final TypingLimits limits;

    ChangeDesk(
            ChangeRepository changes,
            ServerRepository servers,
            FreshPassword passwords,
            Systems systems,
            LiveAccounts accounts,
            Standing standing,
            Tickets tickets,
            People people,
            TheRecord record,
            Work work,
            Writes writes,
            Clock clock,
            Ids ids,
            ChangeProperties properties,
            Waypoints waypoints,
            TypingLimits limits) {
        this.changes = changes;
        this.servers = servers;
        this.passwords = passwords;
        this.systems = systems;
        this.accounts = accounts;
        this.standing = standing;
        this.tickets = tickets;
        this.people = people;
        this.record = record;
        this.work = work;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.properties = properties;
        this.waypoints = waypoints;
        this.limits = limits;
    }

    @Override
    public UUID intend(UUID ticketId, SignedIn me, Intent intent) {
        Connector connector = systems.system(intent.system());
        // The system is read before anything is locked; the request to it carries what was read.
        People.Person person = claimed(tickets.view(ticketId));
        LiveAccounts.Everywhere everywhere =
                accounts.look(connector, LiveAccounts.ref(connector, person));
        UUID id = writes.get(() -> decide(ticketId, me, connector, intent, person, everywhere));
        waypoints.pass("change-intended-committed");
        return id;
    }

    private UUID decide(
            UUID ticketId,
            SignedIn me,
            Connector connector,
            Intent intent,
            People.Person person,
            LiveAccounts.Everywhere everywhere) {
        Action action = intent.action();
        Tickets.View ticket = tickets.hold(ticketId, me);
        Optional<AccountChange> running = changes.running(connector.system(), person.account());
        if (running.isPresent()) {
            return sameOrBusy(running.get(), ticketId, action);
        }
        tickets.hold(ticketId, me, intent.version());
        if (!person.id().equals(ticket.person())) {
            throw new Problem(
                    409,
                    "changed-meanwhile",
                    "The ticket names somebody else now. Look at the page again.");
        }
        Standing.Judged judged = standing.judge(ticket, want(action, connector, me.id()));
        mustBeOpen(judged.verdict());
        AccountState before = helpable(connector, everywhere, person, me, action);
        mustBeWithinLimit(person);
        AccountChange change = new AccountChange(ids.next());
        change.ticketId = ticketId;
        change.conversationId = ticket.conversation();
        change.personId = person.id();
        change.analystId = me.id();
        change.system = connector.system();
        change.account = person.account();
        change.dn = person.dn();
        change.action = action.id();
        change.beforeMark = Mark.of(before);
        change.intendedAt = clock.instant();
        if (action == Action.TEMPORARY_PASSWORD) {
            Way way = Objects.requireNonNullElse(intent.way(), Way.READ_ALOUD);
            change.wrappedId = passwords.keep(ticketId, connector, person, way, intent.typed());
            change.way = way.id();
        }
        changes.add(change);
        connector.servers().forEach(server -> servers.add(new ServerRow(change.id, server)));
        record.append(
                Entry.by(EntryKind.CHANGE_INTENDED, me.id(), me.name())
                        .ticket(ticketId, ticket.conversation())
                        .person(person.id(), person.name())
                        .account(connector.system(), person.account())
                        .data("deed", action.deed())
                        .data("change", change.id.toString())
                        .data("way", change.way == null ? "" : ", " + Way.of(change.way).words())
                        .why(judged.why()));
        tickets.bump(ticketId);
        work.soon(CarryOut.KIND, change.id);
        waypoints.pass("change-intended-uncommitted");
        return change.id;
    }

    @Override
    public Looks look(UUID ticketId, SignedIn me, String system, Secret candidate) {
        Connector connector = systems.system(system);
        FreshPassword.mustBeAllowed(connector, Way.TYPED);
        People.Person person =
                writes.get(
                        () -> {
                            Tickets.View ticket = tickets.hold(ticketId, me);
                            // Else it would tell an impostor's helper what the person's words are.
                            Standing.Want wanted =
                                    want(Action.TEMPORARY_PASSWORD, connector, me.id());
                            mustBeOpen(standing.judge(ticket, wanted).verdict());
                            limits.count(me.id());
                            return claimed(ticket);
                        });
        return new Looks(passwords.check(connector, person, candidate), connector.remembers());
    }

    private static UUID sameOrBusy(AccountChange running, UUID ticketId, Action action) {
        if (running.ticketId.equals(ticketId) && running.what() == action) {
            return running.id;
        }
        throw new Problem(
                409,
                "already-running",
                "Another change to this account is under way. Wait until it is settled.");
    }

    /** An action takes a verdict that only an assessment can give. */
    private static Verdict.Open mustBeOpen(Verdict verdict) {
        return switch (verdict) {
            case Verdict.Open open -> open;
            case Verdict.NeedsSecondPerson _ ->
                    throw new Problem(
                            403,
                            "needs-second-person",
                            "This needs a second person to approve it, which this desk cannot ask"
                                    + " for yet. Pass it to your lead.");
            case Verdict.Stopped _ ->
                    throw new Problem(
                            403,
                            "stopped",
                            "The person said no. Nothing can be done on this ticket; tell your"
                                    + " lead.");
            case Verdict.NoRule _ ->
                    throw new Problem(403, "no-rule", "No rule allows this. Ask the steward.");
            case Verdict.Short closed ->
                    throw new Problem(
                            403,
                            "not-sure-enough",
                            "You cannot do this yet: %s. The page shows the quickest ways."
                                    .formatted(lacks(closed)));
        };
    }

    private static String lacks(Verdict.Short closed) {
        int points = closed.shortfall().points();
        return points > 0 ? points + " points are missing" : "it rests on too little";
    }

    private AccountState helpable(
            Connector connector,
            LiveAccounts.Everywhere everywhere,
            People.Person person,
            SignedIn me,
            Action action) {
        String hindrance = accounts.hindrance(connector, everywhere, person, me.ownAccount());
        if (hindrance != null) {
            throw new Problem(409, "cannot-be-helped", hindrance);
        }
        if (action == Action.UNLOCK && everywhere.lockedSince().isEmpty()) {
            throw new Problem(
                    409,
                    "not-locked",
                    "The account is not locked. If they cannot sign in, the password may be"
                            + " forgotten.");
        }
        return ((Looked.There) everywhere.first()).state();
    }

    private void mustBeWithinLimit(People.Person person) {
        long done = changes.since(person.id(), clock.instant().minus(DAY));
        if (done >= properties.mostPerPersonAndDay()) {
            throw new Problem(
                    429,
                    "too-many-changes",
                    "%s had %d changes within a day, which is the limit. Tell your lead."
                            .formatted(person.name(), done));
        }
    }

    static Standing.Want want(Action action, Connector connector, UUID analyst) {
        return new Standing.Want(action.id(), connector.system(), analyst);
    }

    private People.Person claimed(Tickets.View ticket) {
        UUID person = ticket.person();
        if (person == null) {
            throw new Problem(
                    409,
                    "nobody-named",
                    "Say first who the caller says they are. Nothing can be done for nobody.");
        }
        return people.person(person).orElseThrow(() -> Problem.unknown("person"));
    }

    @Override
    public List<View> onTicket(UUID ticket) {
        return views(changes.findByTicketIdOrderByIntendedAt(ticket));
    }

    @Override
    public Optional<View> change(UUID id) {
        return changes.findById(id).map(change -> views(List.of(change)).getFirst());
    }

    private List<View> views(List<AccountChange> found) {
        if (found.isEmpty()) {
            return List.of();
        }
        Map<UUID, List<ServerRow>> rows =
                servers.findByKeyChangeIdIn(found.stream().map(c -> c.id).toList()).stream()
                        .collect(Collectors.groupingBy(row -> row.key.changeId()));
        return found.stream().map(c -> view(c, rows.getOrDefault(c.id, List.of()))).toList();
    }

    private static View view(AccountChange c, List<ServerRow> rows) {
        @Nullable UUID wrapped = c.wrappedId;
        return new View(
                c.id,
                c.ticketId,
                c.personId,
                c.system,
                c.account,
                c.what(),
                c.state,
                c.reason,
                c.intendedAt,
                c.settledAt,
                rows.stream().map(r -> new OnServer(r.key.server(), r.state)).toList(),
                wrapped,
                c.how());
    }
}
