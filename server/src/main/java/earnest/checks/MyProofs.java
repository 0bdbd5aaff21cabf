package earnest.checks;

import earnest.core.passwords.Secret;
import earnest.tickets.Actor;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * What somebody has for being proved, which they set up and take away by themselves. Each deed is
 * judged by the rule {@code enrol} on the ticket of their page, is on the record with what it
 * rested on, and is told to them wherever they are reached.
 */
public interface MyProofs {
    /** The action of rulebooks. */
    String ENROL = "enrol";

    /** On which system rulebooks see it: none of those that are managed. */
    String HERE = "earnest";

    /**
     * What somebody has.
     *
     * @param method by which it is used
     * @param note what is to be said of it, or null
     */
    record Mine(UUID id, String method, String label, Instant since, @Nullable String note) {}

    /** What they can set up. */
    record Addable(String method, String label, String note) {}

    /**
     * What somebody has, and can have.
     *
     * @param newForDays in days; what is younger counts little
     */
    record Shown(List<Mine> mine, List<Addable> addable, int newForDays) {}

    Shown of(UUID person);

    /** Whether enough is proved on a ticket to change them. */
    boolean mayChange(Tickets.View ticket, UUID person);

    /**
     * Begins to set one up.
     *
     * @throws earnest.ground.Problem 403 if not enough is proved, 409 if they have as many as they
     *     may have, 422 for a method that nobody sets up
     */
    SettingUp begin(UUID ticket, Actor.Alone who, String method);

    /**
     * Takes the code that shows that it works.
     *
     * @return whether it was right
     * @throws earnest.ground.Problem 403 if not enough is proved, 404 if it is not being set up
     */
    boolean confirm(UUID ticket, Actor.Alone who, UUID factor, Secret typed);

    /**
     * Takes all away that lives on a telephone, at once.
     *
     * @return how many that were
     * @throws earnest.ground.Problem 403 if not enough is proved
     */
    int phoneLost(UUID ticket, Actor.Alone who);

    /**
     * Takes one away.
     *
     * @throws earnest.ground.Problem 403 if not enough is proved, 404 if it is not theirs
     */
    void remove(UUID ticket, Actor.Alone who, UUID factor);
}
