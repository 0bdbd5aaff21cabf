package earnest.checks;

import earnest.checks.methods.OwnPage;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * Proof by somebody who is alone on a page of their own. Until something is proved, the page learns
 * nothing from it that it would not learn for a name that nobody has: everybody is offered {@link
 * #waysOfHouse}, and what they do not have begins like what they have. Thread-safe.
 */
public interface ProofAlone {
    /** The page on which it is done. */
    String PAGE = OwnPage.ADDRESS;

    /**
     * A way to prove oneself. Its words hang on its method alone; two digits of a telephone are
     * told once something is proved.
     *
     * @param id the same for the same way as long as the page lasts
     * @param seconds that it takes, about
     * @param digits that are typed on the page; 0: a link is opened elsewhere
     * @param asks while it is under way, in a sentence
     * @param tries that it takes
     * @param lasts how long it is open
     */
    record Way(
            String id,
            String label,
            String note,
            int seconds,
            int digits,
            String asks,
            int tries,
            Duration lasts) {
        Way called(String other, String beneath) {
            return new Way(other, label, beneath, seconds, digits, asks, tries, lasts);
        }
    }

    /**
     * How far it is.
     *
     * @param ways those of the house while nothing is proved; then those that somebody has and that
     *     lead on, the quickest first
     * @param passed what was proved, as the ways were called
     * @param enoughFor systems in which what they want may be done
     * @param stopped whether a 'no' stands
     */
    record Progress(
            List<Way> ways,
            @Nullable UnderWay open,
            List<String> passed,
            List<String> enoughFor,
            boolean stopped) {}

    /**
     * One that is under way.
     *
     * @param browserAsks for what the browser asks, as JSON; null: nothing
     */
    record UnderWay(Way way, int triesLeft, Instant until, @Nullable String browserAsks) {}

    /** That a way is none of the list, or not any more. */
    static Problem notOffered() {
        return new Problem(
                409, "not-offered", "That way is not open any more. Take another of the list.");
    }

    /** That an answer came to nothing that is under way. */
    static Problem over() {
        return new Problem(
                409,
                "check-over",
                "Nothing is waited for any more. Begin again with one of the list.");
    }

    /** What a browser is asked for by a way that is pretended; the same for the same id. */
    @Nullable String browserAsks(String way, UUID of);

    /**
     * How far the person of a ticket is.
     *
     * @param action that they want, as rulebooks name it
     * @param systems in which they want it
     */
    Progress progress(Tickets.View ticket, String action, List<String> systems);

    /**
     * Whether the person of a ticket has anything to prove themselves by, and is not stopped.
     *
     * @param action that they want, as rulebooks name it
     * @param systems in which they want it
     */
    boolean canHelp(Tickets.View ticket, String action, List<String> systems);

    /**
     * All ways that count for something here, for whoever asks; what most people have comes first.
     *
     * @param action that is wanted, as rulebooks name it
     */
    List<Way> waysOfHouse(String action);

    /**
     * Begins one of the ways; what was open before goes unanswered. While nothing is proved, one of
     * the house that is begun again goes to the next contact that somebody has for it.
     *
     * @param action that they want, as rulebooks name it
     * @return false while nothing is proved and they do not have it, or were sent enough of it:
     *     nobody who has not proved anything is told so
     * @throws Problem 409 if it is not there any more, 429 after too many
     */
    boolean begin(UUID ticket, Actor.Alone who, String action, String way);

    /** How many digits a check that is under way on a ticket waits for; 0: it waits for none. */
    int digitsAwaited(UUID ticket);

    /**
     * Takes what was typed for what is under way.
     *
     * @return whether it was right; what is wrong is counted
     * @throws Problem 409 if nothing is under way
     */
    boolean type(UUID ticket, Actor.Alone who, Secret typed);

    /** The ticket of a check, if the check passed. */
    Optional<UUID> ticketIfPassed(UUID check);

    /**
     * Whether what somebody wrote holds their quiet words: they are being forced. Then the desk is
     * warned, and everything of theirs is stopped if anything was proved there or is under way. In
     * the present transaction.
     */
    boolean saysForced(UUID ticket, UUID person, String words);

    /**
     * The person did not ask for what was done on a ticket: what proved it last is taken back, and
     * everything of theirs is stopped. In the present transaction.
     */
    void notAsked(UUID ticket, UUID person);
}
