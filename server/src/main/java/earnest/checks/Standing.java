package earnest.checks;

import earnest.core.assurance.Verdict;
import earnest.core.record.Leaf;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/** How sure the desk is on one ticket, in words and points. */
public interface Standing {
    /**
     * The account of a ticket, with verdicts for the actions asked; empty until somebody is named.
     */
    Account account(Tickets.View ticket, List<Want> wanted);

    /**
     * Judges one action again, in the present transaction and on the locked ticket.
     *
     * @return the verdict, and what it rests on
     */
    Judged judge(Tickets.View ticket, Want wanted);

    /** Whether the person has an authenticator enrolled. */
    boolean hasAuthenticator(UUID person);

    /** Whether a text holds a code that was sent on this ticket and still counts. */
    boolean holdsLiveCode(UUID ticket, String text);

    /** An action on a system, asked by an analyst. */
    record Want(String action, String system, UUID analyst) {}

    record Judged(Verdict verdict, int standing, Leaf.Why why) {}

    /**
     * The account.
     *
     * @param until the last instant at which the standing holds is with each verdict
     */
    record Account(
            int standing,
            boolean stopped,
            List<Line> lines,
            List<Offer> offers,
            @Nullable Open open,
            List<Judgement> judgements) {}

    /**
     * A line.
     *
     * @param reason why it counts less than it would, in words, or null
     */
    record Line(
            String label,
            @Nullable String note,
            int points,
            boolean counts,
            @Nullable String reason) {}

    /** A check that could be made now. */
    record Offer(
            String id,
            String method,
            String label,
            @Nullable String note,
            int points,
            int seconds,
            @Nullable UUID contact) {}

    /**
     * A check under way.
     *
     * @param asks what the analyst types, or null for a call back
     * @param delivery how far the text or call is
     */
    record Open(
            UUID id,
            String method,
            String label,
            @Nullable String asks,
            int triesLeft,
            @Nullable Instant expiresAt,
            @Nullable String delivery,
            @Nullable String trouble) {}

    /**
     * A verdict in words.
     *
     * @param verdict {@code open, short, needs-second-person, stopped, no-rule}
     * @param points decibans short
     * @param also what else is short, in words
     * @param ways ids of offers, quickest first
     */
    record Judgement(
            String action,
            String system,
            String verdict,
            int asks,
            int points,
            List<String> also,
            List<List<String>> ways,
            @Nullable Instant until) {}
}
