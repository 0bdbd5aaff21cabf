package earnest.checks.methods;

import earnest.checks.SettingUp;
import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.UUID;

/**
 * How people get what a method rests on, by themselves. Whoever calls has made sure that they may;
 * all of it is done in the present transaction.
 */
public interface Enrolling {
    /** What one is called, such as {@code Authenticator}. */
    String label();

    /** What it is, for somebody who does not know. */
    String note();

    /** Whether it lives on a telephone, and is lost with it. */
    default boolean onPhone() {
        return false;
    }

    /** What somebody has, the one that they have longest first. */
    List<Enrolled> of(UUID person);

    /**
     * Begins to set one up.
     *
     * @param ticket on which enough was proved
     * @throws earnest.ground.Problem 409 if they have as many as they may have
     */
    SettingUp begin(UUID person, UUID ticket);

    /** Whether it is one of these, theirs, and waits for its code. */
    boolean settingUp(UUID person, UUID factor);

    /**
     * Takes the code that shows that it works; from then on it counts.
     *
     * @return whether it was right
     * @throws earnest.ground.Problem 404 if it is not theirs or not being set up
     */
    boolean confirm(UUID person, UUID factor, Secret typed);

    /**
     * Takes one away; from then on it proves nothing.
     *
     * @param ticket on which enough was proved
     * @throws earnest.ground.Problem 404 if it is not theirs
     */
    void remove(UUID person, UUID ticket, UUID factor);

    /**
     * One that somebody has.
     *
     * @param note what is to be said of it, or null
     */
    record Enrolled(UUID id, String label, Instant since, @Nullable String note) {}
}
