package earnest.checks.methods;

import earnest.checks.Holdings;
import earnest.ground.Problem;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * One method of proof. What begins, replies or ends is done in the present transaction, on the
 * locked ticket. A wrong answer is a result that is committed with its entry, never an exception
 * that would roll it back.
 */
public interface ProofMethod {
    /** By which rulebooks and entries name it. */
    String id();

    /** What the rules call it. */
    default String title() {
        String words = id().replace('-', ' ');
        return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    /** What could be done for this person now. */
    List<Possible> offers(Known known);

    /**
     * What it would rest on for somebody who has these things, on a call and by themselves; for
     * counting many people without a look at each. Empty: it would not serve them.
     */
    default List<String> prospects(Holdings of) {
        return List.of();
    }

    /**
     * Why it is not offered for this person now, in a sentence; asked only where nothing is. It
     * tells an analyst where to look, and a caller nothing.
     */
    String missing(Known known);

    /** Whether an analyst can ask for it. */
    default boolean atDesk() {
        return true;
    }

    /** Whether its answer is said aloud to an analyst, so that it does not fit where one writes. */
    default boolean aloud() {
        return false;
    }

    /** How it serves somebody who is alone on a page of their own; empty: not there. */
    default Optional<ForOneself> forOneself() {
        return Optional.empty();
    }

    /**
     * What a browser is asked for while a check is under way on a page of one's own, as JSON;
     * empty: nothing.
     *
     * @param of the check, or anything in its place for a name that nobody has
     */
    default Optional<String> browserAsks(UUID of) {
        return Optional.empty();
    }

    /** How people get what it rests on, by themselves; empty: they do not. */
    default Optional<Enrolling> enrolling() {
        return Optional.empty();
    }

    /** Whether it counts where this is wanted; where it does not, it is as if it had not passed. */
    default boolean countsFor(String action) {
        return true;
    }

    /** Groups in which somebody is by this method, beside those that the directory names. */
    default Set<String> groups(Known known) {
        return Set.of();
    }

    /**
     * Whether a passed check of it stands behind what is set up after it, so that this counts in
     * full at once (somebody whom the organisation trusts saw them, or gave them a code).
     */
    default boolean standsBehind(Check check) {
        return false;
    }

    /** Whether somebody must be on the line to be asked. */
    default boolean needsSomebodyOnTheLine() {
        return true;
    }

    /** How many tries a check takes. Wrong ones are carried over to one that replaces it. */
    default int tries() {
        return 1;
    }

    /** How long a check is open, or null: until it ends. */
    default @Nullable Duration lasts() {
        return null;
    }

    /**
     * Begins a check, with whatever must leave for it.
     *
     * @return what was done, for the record
     * @throws Problem with the reason why not
     */
    default String begin(Check check) {
        throw new IllegalStateException("nobody begins a check of " + id());
    }

    /**
     * Takes what came in.
     *
     * @throws Problem 409 or 422 if it does not fit
     */
    default Result reply(Check check, Reply reply) {
        throw Problem.invalid("Nothing is answered to this check.");
    }

    /** Whether somebody may still say that they did not ask for this, though it is over. */
    default boolean mayStillBeDenied(Check check) {
        return false;
    }

    /** How a check that is let go while somebody is on the line ends. */
    default Result.Ends letGo(Check check) {
        return new Result.Ends(
                CheckState.UNANSWERED, "ended a check without an answer", Result.By.ANALYST);
    }

    /** How a check that is out of time ends. */
    default Result.Ends runOut(Check check) {
        return new Result.Ends(
                CheckState.UNANSWERED, "did not answer the check in time", Result.By.CALLER);
    }

    /** What the page draws for a check under way. */
    default Form form(Check check) {
        return new Form.Wait("It is being waited for.");
    }

    /** What a check under way is called. */
    String label(Check check);

    /** What a check is called where the standing is explained. */
    Explained explain(Check check, Known known, int mostFromMemory);

    /**
     * A check in words.
     *
     * @param note what it says of the outcome, or null while there is none
     */
    record Explained(String label, @Nullable String note) {}

    /** What speaks against the person by this method: kind of signal to its words. */
    default Map<String, String> signals(Known known) {
        return Map.of();
    }

    /** The kinds of signal that it can give, as rulebooks name them. */
    default Set<String> signalKinds() {
        return Set.of();
    }

    /** What shows by itself as soon as somebody is named; empty: nothing. */
    default Optional<Shown> shown(Tickets.Claimed claimed) {
        return Optional.empty();
    }

    /**
     * A check that was made by itself.
     *
     * @param contact on which it rests; null: it rests on nothing, and only the words stand on the
     *     record
     * @param kind of the entry
     * @param what shows, in words
     * @param teller who showed it
     */
    record Shown(
            People.@Nullable Contact contact,
            earnest.record.EntryKind kind,
            String what,
            String teller) {}

    /** Things that a person has for it, in words. */
    default List<String> devices(UUID person) {
        return List.of();
    }

    /** Whether a text holds a secret of a check that still counts. */
    default boolean isIn(Check check, String text) {
        return false;
    }
}
