package earnest.selfservice;

import earnest.access.GuessLimits;
import earnest.access.Tokens;
import earnest.checks.MyProofs;
import earnest.checks.ProofAlone;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;

/**
 * Who somebody is and their proof, on a page of their own. For a name that nobody has, each step
 * does the like and is refused by the same limits; nothing is sent, and nothing can be right.
 */
@Service
class OwnPageDesk {
    private static final int TOO_MANY = 429;
    private static final GuessLimits.Limit BEGUN = new GuessLimits.Limit(5, Duration.ofMinutes(30));

    private final OwnSessionRows rows;
    private final OwnPageComposer composer;
    private final Pretending pretending;
    private final OwnPageEnds ends;
    private final Robots robots;
    private final GuessLimits limits;
    private final ProofAlone proof;
    private final MyProofs proofs;
    private final People people;
    private final Tickets tickets;
    private final Writes writes;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    OwnPageDesk(
            OwnSessionRows rows,
            OwnPageComposer composer,
            Pretending pretending,
            OwnPageEnds ends,
            Robots robots,
            GuessLimits limits,
            ProofAlone proof,
            MyProofs proofs,
            People people,
            Tickets tickets,
            Writes writes,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.composer = composer;
        this.pretending = pretending;
        this.ends = ends;
        this.robots = robots;
        this.limits = limits;
        this.proof = proof;
        this.proofs = proofs;
        this.people = people;
        this.tickets = tickets;
        this.writes = writes;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Begins; gives the token of the session, for the browser's cookie.
     *
     * @throws Problem 422 if the puzzle was not solved, 429 after many tries
     */
    String start(String name, String puzzle, String solution, OwnSession.Wants wants) {
        String mark = robots.mark(name);
        robots.mustBeSolved(mark, puzzle, solution);
        String token = Tokens.draw(random);
        UUID id = ids.next();
        Optional<UUID> person = people.whoIs(name).map(People.Person::id);
        writes.run(() -> add(id, mark, person.orElse(null), wants, token));
        return token;
    }

    private void add(
            UUID id, String mark, @Nullable UUID person, OwnSession.Wants wants, String token) {
        UUID ticket = person == null ? null : begun(id, person, wants);
        rows.add(
                new OwnSession(
                        id,
                        mark,
                        ticket == null ? null : person,
                        ticket,
                        clock.instant(),
                        clock.instant(),
                        0,
                        wants,
                        null),
                token);
    }

    /**
     * The ticket, or null where nothing can be done here, as for somebody who is stopped: that is
     * on the record, and the page is that of a name that nobody has.
     */
    private @Nullable UUID begun(UUID session, UUID person, OwnSession.Wants wants) {
        UUID ticket = tickets.beginsAlone(OwnPages.ID, session.toString(), person);
        if (!composer.canHelp(tickets.view(ticket), person, wants)) {
            tickets.endsAlone(ticket, "Nothing can be done for them on a page of their own");
            return null;
        }
        return ticket;
    }

    /** What the page shows now, of whatever token a browser has. */
    OwnPage page(@Nullable String token) {
        if (token == null) {
            return composer.bare(OwnPage.Stage.BEGIN);
        }
        return switch (rows.of(token)) {
            case OwnSessionRows.Found.Here(OwnSession session) -> composer.of(session);
            case OwnSessionRows.Found.Moved() -> composer.bare(OwnPage.Stage.MOVED);
            case OwnSessionRows.Found.Over() -> composer.bare(OwnPage.Stage.BEGIN);
        };
    }

    /**
     * The session of a browser's token; a step is made in it.
     *
     * @throws Problem 401 if there is none, 409 if it goes on in another browser
     */
    OwnSession step(@Nullable String token) {
        if (token != null) {
            switch (rows.of(token)) {
                case OwnSessionRows.Found.Here(OwnSession session) -> {
                    if (writes.get(() -> rows.step(session.id()))) {
                        return session;
                    }
                }
                case OwnSessionRows.Found.Moved() ->
                        throw new Problem(
                                409, "moved-on", "You went on in another browser. Go on there.");
                case OwnSessionRows.Found.Over() -> {}
            }
        }
        throw new Problem(401, "page-over", "This page is over. Begin again.");
    }

    /** Who acts in a session of somebody whom we know. */
    static Actor.Alone who(OwnSession session) {
        return new Actor.Alone(Objects.requireNonNull(session.person()));
    }

    /**
     * Begins one of the ways.
     *
     * @throws Problem 409 if it is none of the page's, 429 after too many
     */
    void begin(OwnSession session, String way) {
        if (!limits.take("own-begun " + session.nameMark(), BEGUN)) {
            throw tooMany();
        }
        UUID ticket = session.known();
        if (ticket != null && begins(session, ticket, way)) {
            pretending.end(session);
        } else {
            pretending.begin(session, way);
        }
    }

    private boolean begins(OwnSession session, UUID ticket, String way) {
        try {
            return proof.begin(ticket, who(session), session.wants().action(), way);
        } catch (Problem problem) {
            throw problem.status() == TOO_MANY ? tooMany() : problem;
        }
    }

    private static Problem tooMany() {
        return new Problem(
                429,
                "too-many-checks",
                "That was begun too often. Wait half an hour, or call the service desk.");
    }

    /**
     * Takes what was typed for what is under way.
     *
     * @return whether it was right
     * @throws Problem 409 if nothing is under way, 429 after too many wrong ones
     */
    boolean type(OwnSession session, Secret typed) {
        robots.takeAnswer(session.nameMark());
        boolean right = types(session, typed);
        if (right) {
            robots.giveAnswerBack(session.nameMark());
        } else {
            writes.run(() -> wrong(session));
        }
        return right;
    }

    /** What is pretended takes the answer; else what is under way on the ticket. */
    private boolean types(OwnSession session, Secret typed) {
        UUID ticket = session.known();
        if (ticket == null || pretending.open(session).isPresent()) {
            pretending.answer(session);
            return false;
        }
        return proof.type(ticket, who(session), typed);
    }

    private void wrong(OwnSession session) {
        rows.wrong(session.id());
        if (session.wrong() + 1 >= OwnSession.MOST_WRONG) {
            ends.end(session, "Too many wrong answers on a page of their own");
        }
    }

    /**
     * Goes on for something else, with what was proved so far.
     *
     * @throws Problem 401 if it is over, 403 for a name that nobody has, as where not enough is
     *     proved; 409 if nothing can be done for them
     */
    OwnPage goOnFor(@Nullable String token, OwnSession.Wants wants) {
        OwnSession session = step(token);
        UUID ticket = session.known();
        if (ticket == null || !mayChangeProofs(session)) {
            throw new Problem(
                    403,
                    "not-sure-enough",
                    "Prove first that it is you; then you go on from here.");
        }
        if (!composer.canHelp(tickets.view(ticket), who(session).person(), wants)) {
            throw new Problem(
                    409,
                    "nothing-to-do",
                    "That cannot be done on this page for you. Turn to the service desk.");
        }
        if (!writes.get(() -> rows.goesOnFor(session.id(), wants))) {
            throw new Problem(401, "page-over", "This page is over. Begin again.");
        }
        return page(token);
    }

    /** Whether enough is proved in a session of somebody to change what proves them. */
    boolean mayChangeProofs(OwnSession session) {
        return proofs.mayChange(
                tickets.view(Objects.requireNonNull(session.known())), who(session).person());
    }

    /** That nothing goes on. */
    OwnPage over() {
        return composer.bare(OwnPage.Stage.OVER);
    }

    /** Leaves: nothing goes on. */
    void leave(@Nullable String token) {
        if (token != null && rows.of(token) instanceof OwnSessionRows.Found.Here(OwnSession one)) {
            writes.run(() -> ends.end(one, "Left a page of their own"));
        }
    }
}
