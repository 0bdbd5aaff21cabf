package earnest.checks;

import earnest.access.Right;
import earnest.access.SecondPersons;
import earnest.access.SignedIn;
import earnest.core.assurance.BadInput;
import earnest.core.assurance.Rulebook;
import earnest.core.json.BadField;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import tools.jackson.databind.json.JsonMapper;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** Rulebooks that somebody proposes, rehearses, and puts in force with a second person. */
@Service
class RulebookProposals {
    private static final int LONGEST = 200_000;
    private static final Duration AHEAD = Duration.ofDays(92);

    /** Two agreed, and its time is to come. */
    private static final String FOR_LATER = "for-later";

    private final JdbcClient database;
    private final Rulebooks rulebooks;
    private final RulebookRehearsal rehearsal;
    private final SecondPersons seconds;
    private final TheRecord record;
    private final Writes writes;
    private final Clock clock;
    private final Ids ids;
    private final ApplicationEventPublisher events;

    RulebookProposals(
            JdbcClient database,
            Rulebooks rulebooks,
            RulebookRehearsal rehearsal,
            SecondPersons seconds,
            TheRecord record,
            Writes writes,
            Clock clock,
            Ids ids,
            ApplicationEventPublisher events) {
        this.database = database;
        this.rulebooks = rulebooks;
        this.rehearsal = rehearsal;
        this.seconds = seconds;
        this.record = record;
        this.writes = writes;
        this.clock = clock;
        this.ids = ids;
        this.events = events;
    }

    /**
     * One that waits for an answer.
     *
     * @param insteadOf version of the rulebook that was in force then
     * @param beginsAt when it takes force; null: at once
     * @param agreed whether a second person agreed, so that it only waits for its time
     */
    @Schema(name = "RulebookProposal")
    record Proposal(
            UUID id,
            String name,
            String reason,
            long insteadOf,
            RulebookRehearsal.Rehearsed rehearsed,
            UUID askedBy,
            String askedByName,
            Instant askedAt,
            @Nullable Instant beginsAt,
            boolean agreed) {}

    /** The one that waits, with its rules. */
    record Waiting(Proposal proposal, Rulebook rules, String content) {}

    Optional<Waiting> waiting() {
        return database.sql(
                        "select * from rulebook_proposal where state in ('asked',"
                                + " 'for-later') order by asked_at limit 1")
                .query(RulebookProposals::row)
                .optional();
    }

    private static Waiting row(ResultSet row, int i) throws SQLException {
        String content = row.getString("content");
        return new Waiting(
                new Proposal(
                        row.getObject("id", UUID.class),
                        row.getString("name"),
                        row.getString("reason"),
                        row.getLong("instead_of"),
                        JsonMapper.shared()
                                .readValue(
                                        row.getString("rehearsal"),
                                        RulebookRehearsal.Rehearsed.class),
                        row.getObject("asked_by", UUID.class),
                        row.getString("asked_by_name"),
                        row.getTimestamp("asked_at").toInstant(),
                        begins(row),
                        row.getString("state").equals(FOR_LATER)),
                Rulebooks.parse(content),
                content);
    }

    private static @Nullable Instant begins(ResultSet row) throws SQLException {
        Timestamp begins = row.getTimestamp("begins_at");
        return begins == null ? null : begins.toInstant();
    }

    /**
     * Rehearses one without proposing it.
     *
     * @throws Problem 403 without the right; 422 naming the field that is wrong
     */
    RulebookRehearsal.Rehearsed rehearse(SignedIn me, Rulebook rules) {
        me.must(Right.SET_RULES);
        return rehearsal.of(rules);
    }

    /**
     * Proposes one; it is rehearsed at once.
     *
     * @throws Problem 403 without the right; 409 if one waits already, or it would lock everybody
     *     out; 422 naming the field that is wrong, or if it begins in the past
     */
    UUID propose(
            SignedIn me, String name, String content, String reason, @Nullable Instant beginsAt) {
        me.must(Right.SET_RULES);
        me.mustBeFresh();
        Instant now = clock.instant();
        if (beginsAt != null && (beginsAt.isBefore(now) || beginsAt.isAfter(now.plus(AHEAD)))) {
            throw Problem.invalid("It begins at once, or at a time within a quarter of a year.");
        }
        Rulebook rules = read(content);
        RulebookRehearsal.Rehearsed rehearsed = rehearsal.of(rules);
        if (rehearsed.locksEverybodyOut()) {
            throw new Problem(
                    409,
                    "locks-everybody-out",
                    "Nobody who was helped in the last 90 days would have got through. Ask for"
                            + " less, or count what people have for more.");
        }
        return writes.get(
                () -> {
                    Rulebooks.InForce book = rulebooks.lock();
                    if (waiting().isPresent()) {
                        throw new Problem(
                                409,
                                "asked-already",
                                "Another change of the rules waits. Answer that first.");
                    }
                    UUID id = ids.next();
                    add(id, me, name, content, reason, book.version(), rehearsed, beginsAt);
                    record.append(
                            Entry.by(EntryKind.RULES_PROPOSED, me.id(), me.name())
                                    .data("proposal", id.toString())
                                    .data("rulebook", name)
                                    .data("version", book.version())
                                    .data("begins", beginsAt == null ? null : beginsAt.toString())
                                    .personal("reason", reason));
                    return id;
                });
    }

    /**
     * Reads one.
     *
     * @throws Problem 422 naming the field that is wrong
     */
    static Rulebook read(String content) {
        if (content.length() > LONGEST) {
            throw Problem.invalid("That is too long for a rulebook.");
        }
        try {
            return Rulebooks.parse(content);
        } catch (BadField | BadInput wrong) {
            throw Problem.invalid("The rulebook is wrong: " + wrong.getMessage() + ".");
        } catch (IllegalArgumentException wrong) {
            throw Problem.invalid("That is not JSON: " + wrong.getMessage() + ".");
        }
    }

    private void add(
            UUID id,
            SignedIn me,
            String name,
            String content,
            String reason,
            long insteadOf,
            RulebookRehearsal.Rehearsed rehearsed,
            @Nullable Instant beginsAt) {
        database.sql(
                        """
                        insert into rulebook_proposal (id, name, content, reason, instead_of, rehearsal,
                          asked_by, asked_by_name, asked_at, begins_at, state)
                        values (:id, :name, :content, :reason, :instead, :rehearsal, :by, :byName, :at,
                          :begins, 'asked')
                        """)
                .param("id", id)
                .param("name", name)
                .param("content", content)
                .param("reason", reason)
                .param("instead", insteadOf)
                .param("rehearsal", JsonMapper.shared().writeValueAsString(rehearsed))
                .param("by", me.id())
                .param("byName", me.name())
                .param("at", clock.instant())
                .param("begins", beginsAt)
                .update();
    }

    /**
     * Agrees, and it is in force; or not. Whoever proposed it may take it back.
     *
     * @throws Problem 403 without the right, or if the same person agrees, or one of the two made
     *     the other lately; 409 if it was answered, or other rules are in force since
     */
    void answer(SignedIn me, UUID id, boolean agreed) {
        me.must(Right.SET_RULES);
        if (agreed) {
            me.mustBeFresh();
        }
        writes.run(
                () -> {
                    Rulebooks.InForce book = rulebooks.lock();
                    Waiting waiting =
                            waiting()
                                    .filter(one -> one.proposal.id().equals(id))
                                    .orElseThrow(RulebookProposals::over);
                    if (agreed) {
                        mustBeAgreed(me, waiting.proposal, book);
                    }
                    boolean later = agreed && later(waiting.proposal);
                    settle(id, me, later ? FOR_LATER : agreed ? "agreed" : "refused");
                    record.append(
                            Entry.by(
                                            agreed
                                                    ? EntryKind.RULES_AGREED
                                                    : EntryKind.RULES_REFUSED,
                                            me.id(),
                                            me.name())
                                    .data("proposal", id.toString())
                                    .data("rulebook", waiting.proposal.name()));
                    if (later) {
                        events.publishEvent(new Routine.Wake(RulebookBegins.NAME));
                    } else if (agreed) {
                        rulebooks.put(waiting.proposal.name(), waiting.content);
                    }
                });
    }

    private boolean later(Proposal proposal) {
        Instant begins = proposal.beginsAt();
        return begins != null && begins.isAfter(clock.instant());
    }

    /**
     * Puts what was agreed to in force if its time has come; if other rules came between, it is
     * over.
     *
     * @return when its time is, if it is still to come
     */
    Optional<Instant> begin() {
        return writes.get(
                () -> {
                    Rulebooks.InForce book = rulebooks.lock();
                    Optional<Waiting> agreed = waiting().filter(one -> one.proposal.agreed());
                    if (agreed.isEmpty()) {
                        return Optional.empty();
                    }
                    Waiting one = agreed.get();
                    if (later(one.proposal)) {
                        return Optional.ofNullable(one.proposal.beginsAt());
                    }
                    boolean fits = one.proposal.insteadOf() == book.version();
                    move(one.proposal.id(), FOR_LATER, fits ? "agreed" : "overtaken");
                    if (fits) {
                        rulebooks.put(one.proposal.name(), one.content);
                    } else {
                        record.append(
                                Entry.byEarnest(EntryKind.RULES_OVERTAKEN)
                                        .data("proposal", one.proposal.id().toString())
                                        .data("rulebook", one.proposal.name()));
                    }
                    return Optional.empty();
                });
    }

    private void move(UUID id, String from, String to) {
        database.sql("update rulebook_proposal set state = :to where id = :id and state = :from")
                .param("to", to)
                .param("from", from)
                .param("id", id)
                .update();
    }

    private void mustBeAgreed(SignedIn me, Proposal proposal, Rulebooks.InForce book) {
        if (proposal.agreed()) {
            throw over();
        }
        if (!seconds.mayAgree(me.id(), proposal.askedBy())) {
            throw new Problem(
                    403,
                    "needs-second-person",
                    "You proposed this yourself, or one of you made the other lately. Somebody else"
                            + " must agree.");
        }
        if (proposal.insteadOf() != book.version()) {
            throw new Problem(
                    409,
                    "changed-meanwhile",
                    "Other rules are in force since. It has to be rehearsed anew: propose it"
                            + " again.");
        }
    }

    private void settle(UUID id, SignedIn me, String to) {
        int settled =
                database.sql(
                                "update rulebook_proposal set state = :to, answered_by = :by,"
                                        + " answered_by_name = :name, answered_at = :at where id ="
                                        + " :id and state in ('asked', 'for-later')")
                        .param("to", to)
                        .param("by", me.id())
                        .param("name", me.name())
                        .param("at", clock.instant())
                        .param("id", id)
                        .update();
        if (settled != 1) {
            throw over();
        }
    }

    private static Problem over() {
        return new Problem(409, "decided", "Somebody decided on this already.");
    }
}
