package earnest.selfservice;

import earnest.access.Tokens;
import earnest.checks.ProofAlone;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.links.LinkPurpose;
import earnest.links.Links;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.security.SecureRandom;
import java.util.List;
import java.util.UUID;

/** Links that move a page to where they are opened, or open one that was not begun before. */
@Service
class OwnPageLinks {
    private final OwnSessionRows rows;
    private final Robots robots;
    private final ProofAlone proof;
    private final Tickets tickets;
    private final Links links;
    private final List<MovesAlong> along;
    private final List<PagesBeside.Opener> openers;
    private final PagesBeside beside;
    private final TheRecord record;
    private final Writes writes;
    private final SecureRandom random;

    OwnPageLinks(
            OwnSessionRows rows,
            Robots robots,
            ProofAlone proof,
            Tickets tickets,
            Links links,
            List<MovesAlong> along,
            List<PagesBeside.Opener> openers,
            PagesBeside beside,
            TheRecord record,
            Writes writes,
            SecureRandom random) {
        this.rows = rows;
        this.robots = robots;
        this.proof = proof;
        this.tickets = tickets;
        this.links = links;
        this.along = along;
        this.openers = openers;
        this.beside = beside;
        this.record = record;
        this.writes = writes;
        this.random = random;
    }

    /** What stands behind a link that was sent for a page; nothing is used up. */
    LinkPurpose.Shown press(String link) {
        return links.press(link, ProofAlone.PAGE);
    }

    /**
     * Answers such a link.
     *
     * @return cookies for the browser that opened it; none: it goes on nowhere
     * @throws Problem 404 if the link is over, 422 if it is none of the answers
     */
    Moved answer(String link, String choice) {
        return writes.get(
                () -> {
                    Links.Answered answered = links.answer(link, choice, ProofAlone.PAGE);
                    return proof.ticketIfPassed(answered.about())
                            .map(ticket -> new Moved(moved(ticket), alongWith(ticket)))
                            .orElseGet(() -> new Moved(opened(answered.about()), List.of()));
                });
    }

    /**
     * What the browser in which a link was opened is given.
     *
     * @param token null: it goes on nowhere
     * @param along cookies of what goes with the page
     */
    record Moved(@Nullable String token, List<String> along) {}

    /** A link may open a page that was not begun before. */
    private @Nullable String opened(UUID about) {
        return openers.stream()
                .flatMap(one -> one.opens(about).stream())
                .findFirst()
                .map(
                        ticket ->
                                beside.open(
                                        ticket,
                                        robots.mark("ticket " + ticket),
                                        tickets.view(ticket).person()))
                .orElse(null);
    }

    private List<String> alongWith(UUID ticket) {
        return along.stream().flatMap(one -> one.moved(ticket).stream()).toList();
    }

    private String moved(UUID ticket) {
        String token = Tokens.draw(random);
        if (rows.move(ticket, token).isEmpty()) {
            throw new Problem(409, "page-over", "The page is over. Begin again.");
        }
        Tickets.View view = tickets.view(ticket);
        Tickets.Talk talk = view.talk();
        record.append(
                Entry.byCaller(
                                EntryKind.PAGE_MOVED,
                                talk == null ? "none" : talk.reference(),
                                "Somebody on the page")
                        .ticket(ticket, view.conversation())
                        .person(view.person(), null));
        return token;
    }
}
