package earnest.checks;

import earnest.core.assurance.Verdict;
import earnest.core.record.Leaf;
import earnest.ground.Worded;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;

/** How sure the desk is on one ticket, in words and points. */
public interface Standing {
    /**
     * How sure the desk is on a ticket, with verdicts for the actions asked; empty until somebody
     * is named.
     */
    Reckoning reckoning(Tickets.View ticket, List<Want> wanted, Side side);

    /** From which side one looks: not every check can be made from each. */
    enum Side {
        DESK,
        /** The person's own page. */
        PAGE;

        /** Whoever wants something for themselves is on their page. */
        static Side of(Tickets.View ticket, UUID wants) {
            return wants.equals(ticket.person()) ? PAGE : DESK;
        }
    }

    /**
     * Judges one deed, in the present transaction and on the locked ticket; no other decision about
     * the person is made until the transaction ends.
     *
     * @param groups of the person, as the directory has them now
     * @return the verdict, and what it rests on
     * @throws earnest.ground.Problem 409 if the ticket names nobody, or somebody else than the deed
     */
    Judged judge(Tickets.View ticket, Deed deed, Set<String> groups);

    /** Whether a 'no' of the person stands that nobody lifted. */
    boolean stopped(UUID person);

    /**
     * What was proved on a ticket about its person, rests on a contact of theirs, and still counts
     * or would in a conversation that goes on; the latest first.
     */
    List<ProvedContact> provedContacts(Tickets.View ticket);

    /** A contact at which somebody proved to be, and in which conversation. */
    record ProvedContact(UUID contact, UUID conversation) {}

    /** What the person has for being proved, in words, such as {@code authenticator}. */
    List<String> devices(UUID person);

    /**
     * Whether a text holds a code or a password of this ticket, or a password of its person, that
     * is still in force.
     */
    boolean holdsLiveSecret(UUID ticket, String text);

    /** An action on a system, asked by an analyst. */
    record Want(String action, String system, UUID analyst) {}

    /** A want with whom and what it is done to. */
    record Deed(UUID person, String system, String account, String action, UUID analyst) {
        Want want() {
            return new Want(action, system, analyst);
        }
    }

    /**
     * A verdict.
     *
     * @param permit for this deed and as the ticket stands, when the verdict is open; else null
     */
    record Judged(Verdict verdict, int standing, Leaf.Why why, @Nullable Permit permit) {}

    /** Told in the transaction in which a person's 'no' is written, on whichever ticket. */
    record Stopped(UUID person) {}

    /** Told in the transaction in which a check of a person is passed. */
    record Proved(UUID ticket, UUID person, UUID check, String method) {}

    /** That somebody asked to lift a stop. */
    @Schema(name = "StopLifting")
    record Lifting(
            UUID id,
            String reason,
            UUID askedBy,
            String askedByName,
            boolean byLead,
            Instant askedAt) {}

    /** How far it is with a second person. */
    enum SecondState implements Worded {
        ASKED,
        AGREED,
        REFUSED
    }

    /**
     * That a second person was asked for one deed.
     *
     * @param answeredBy null while nobody answered
     */
    @Schema(name = "SecondPerson")
    record Second(
            UUID id,
            String system,
            String action,
            UUID askedBy,
            String askedByName,
            Instant askedAt,
            SecondState state,
            @Nullable UUID answeredBy,
            @Nullable String answeredByName) {}

    /**
     * How sure the desk is.
     *
     * @param judgements each with the last instant at which it holds
     * @param stop what stops them, in a sentence, or null
     * @param liftable whether two can lift it
     * @param deniable checks that are over, on which a 'no' may still be said
     * @param lifting what was asked about lifting a stop, or null
     * @param seconds what second persons were asked lately, the latest first
     */
    @Schema(name = "StandingExplained")
    record Reckoning(
            int standing,
            boolean stopped,
            @Nullable String stop,
            boolean liftable,
            List<Explanation> explanations,
            List<Offer> offers,
            List<Missing> missing,
            @Nullable Open open,
            List<Judgement> judgements,
            List<UUID> deniable,
            @Nullable Lifting lifting,
            List<Second> seconds) {}

    /**
     * What one check or signal gives to the standing.
     *
     * @param reason why it counts less than it would, in words, or null
     * @param ticket another one on which it was seen, or null
     */
    @Schema(name = "ProofExplanation")
    record Explanation(
            String label,
            @Nullable String note,
            int points,
            boolean counts,
            @Nullable String reason,
            @Nullable UUID ticket) {}

    /**
     * A check that could be made now.
     *
     * @param factor what it rests on, as rulebooks name it, such as {@code has}
     * @param seconds that it takes, with waiting
     * @param waiting of these, seconds that other checks may fill
     */
    @Schema(name = "CheckOffer")
    record Offer(
            String id,
            String method,
            String factor,
            String label,
            @Nullable String note,
            int points,
            int seconds,
            int waiting,
            @Nullable UUID contact) {}

    /** A method that the rules know and that cannot be used for this person now, and why. */
    @Schema(name = "CheckMissing")
    record Missing(String title, String why) {}

    /** A check under way. */
    @Schema(name = "CheckUnderWay")
    record Open(
            UUID id,
            String method,
            String label,
            CheckForm form,
            int triesLeft,
            @Nullable Instant expiresAt) {}

    /** What a check under way looks like. */
    enum FormKind implements Worded {
        CODE,
        TEXT,
        CHOICES,
        WAIT,
        LINK
    }

    /**
     * What the page draws of a check under way, whatever its method.
     *
     * @param asks what the analyst types, or null
     * @param digits of a code; else 0
     * @param says how far it is, in words, or null
     * @param trouble whether what it says is trouble
     * @param sayFirst a word that the analyst says before anything else, by which the person knows
     *     the desk; or null
     */
    record CheckForm(
            FormKind kind,
            @Nullable String asks,
            int digits,
            @Nullable String says,
            boolean trouble,
            @Nullable String sayFirst,
            List<CheckChoice> choices) {}

    /**
     * Something that may be so.
     *
     * @param key the letter that chooses it
     */
    record CheckChoice(String id, String words, String key) {}

    /** Whether an action may be done. */
    enum VerdictKind implements Worded {
        OPEN,
        SHORT,
        NEEDS_SECOND_PERSON,
        STOPPED,
        NO_RULE
    }

    /**
     * A verdict in words.
     *
     * @param standing in decibans, of what counts for this
     * @param asks for so much, in decibans
     * @param points decibans short
     * @param also what else is short, in words
     * @param ways ids of offers, quickest first
     */
    @Schema(name = "ActionJudged")
    record Judgement(
            String action,
            String system,
            VerdictKind verdict,
            int standing,
            int asks,
            int points,
            List<String> also,
            List<List<String>> ways,
            @Nullable Instant until) {}
}
