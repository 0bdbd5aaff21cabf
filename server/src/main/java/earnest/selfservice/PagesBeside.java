package earnest.selfservice;

import earnest.access.Cookies;
import earnest.access.Tokens;
import earnest.ground.Ids;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
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
        java.util.Optional<UUID> opens(UUID about);
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
    private final Tickets tickets;
    private final TheRecord record;
    private final SecureRandom random;
    private final Clock clock;
    private final Ids ids;

    PagesBeside(
            OwnSessionRows rows,
            OwnPageComposer composer,
            Tickets tickets,
            TheRecord record,
            SecureRandom random,
            Clock clock,
            Ids ids) {
        this.rows = rows;
        this.composer = composer;
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
                        real ? ticket : null,
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
        return rows.openOn(ticket).stream()
                .anyMatch(session -> session.endsAt().isAfter(clock.instant()));
    }
}
