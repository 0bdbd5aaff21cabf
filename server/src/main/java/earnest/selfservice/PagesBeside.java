package earnest.selfservice;

import earnest.access.Cookies;
import earnest.access.Tokens;
import earnest.checks.ProofAlone;
import earnest.core.passwords.Secret;
import earnest.ground.Ids;
import earnest.ground.Problem;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * Pages of people whose ticket is another channel's: what is proved on the page counts on that
 * ticket, and in its conversation. Thread-safe.
 */
@Component
public class PagesBeside {
    /** Which browser a page belongs to. */
    public static final Cookies.Kind COOKIE = new Cookies.Kind("earnest-own-page", true);

    /**
     * What a link opens a page on that was sent for one, and was answered so. Registered as a
     * {@code @Component}.
     */
    public interface Opener {
        /**
         * The ticket on which a page opens, right after the answer and in its transaction; empty if
         * the link is none of its own, or was answered otherwise.
         */
        Optional<UUID> opens(UUID about);
    }

    /**
     * That somebody set a password of their own on the page of a ticket; told in the transaction in
     * which the last of the changes settled.
     *
     * @param where what the systems are called
     */
    public record Done(UUID ticket, String where) {}

    private final OwnSessionRows rows;
    private final OwnPageComposer composer;
    private final Pretending pretending;
    private final ProofAlone proof;
    private final Tickets tickets;
    private final TheRecord record;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    PagesBeside(
            OwnSessionRows rows,
            OwnPageComposer composer,
            Pretending pretending,
            ProofAlone proof,
            Tickets tickets,
            TheRecord record,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.composer = composer;
        this.pretending = pretending;
        this.proof = proof;
        this.tickets = tickets;
        this.record = record;
        this.random = random;
        this.clock = clock;
        this.ids = ids;
    }

    /**
     * Opens one in the present transaction; one that was open on the ticket is over.
     *
     * @param mark of the name that was given
     * @param person whom the ticket names; null: a name that nobody has, and the page is nobody's
     * @return the token for the browser's cookie
     */
    public String open(UUID ticket, String mark, @Nullable UUID person) {
        rows.endOf(ticket);
        String token = Tokens.draw(random);
        Instant now = clock.instant();
        boolean real =
                person != null
                        && composer.canHelp(
                                tickets.view(ticket), person, OwnSession.Wants.OWN_PASSWORD);
        rows.add(
                new OwnSession(
                        ids.next(),
                        mark,
                        real ? person : null,
                        ticket,
                        now,
                        now,
                        0,
                        OwnSession.Wants.OWN_PASSWORD,
                        null),
                token);
        Tickets.View view = tickets.view(ticket);
        Tickets.Talk talk = view.talk();
        record.append(
                Entry.byCaller(
                                EntryKind.PAGE_OPENED,
                                talk == null ? "none" : talk.reference(),
                                "Somebody on the page")
                        .ticket(ticket, view.conversation())
                        .person(view.person(), null));
        return token;
    }

    /** Whether one is open on a ticket. */
    public boolean isOpen(UUID ticket) {
        return open(ticket).isPresent();
    }

    private Optional<OwnSession> open(UUID ticket) {
        return rows.openOn(ticket).stream()
                .filter(session -> session.endsAt().isAfter(clock.instant()))
                .findFirst();
    }

    /** How many digits are waited for on a ticket, or on the page beside it; 0: none. */
    public int digitsAwaited(UUID ticket) {
        return open(ticket)
                .flatMap(pretending::open)
                .map(pretended -> pretended.way().digits())
                .orElseGet(() -> proof.digitsAwaited(ticket));
    }

    /**
     * Takes digits that were written beside the page for what waits for them.
     *
     * @param person whom the ticket names; null: a name that nobody has
     * @return whether they were right
     * @throws Problem 409 if nothing is under way
     */
    public boolean type(UUID ticket, @Nullable UUID person, Secret typed) {
        Optional<OwnSession> pretended =
                open(ticket).filter(session -> pretending.open(session).isPresent());
        if (pretended.isPresent() || person == null) {
            pretended.ifPresent(pretending::answer);
            return false;
        }
        return proof.type(ticket, new Actor.Alone(person), typed);
    }
}
