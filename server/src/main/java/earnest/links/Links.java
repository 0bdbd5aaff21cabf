package earnest.links;

import earnest.core.passwords.Secret;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.util.UUID;

/** Makes one-time links and ends them. Thread-safe. */
public interface Links {
    /** The page for whatever needs none of its own. */
    String PAGE = "/link";

    /**
     * What it is about, for whoever pressed on that page.
     *
     * @throws earnest.ground.Problem 404, the same for a token that never was, that was used, that
     *     is over, and that is another page's
     */
    LinkPurpose.Shown press(String token, String page);

    /**
     * Takes the answer, once, in one transaction with whatever comes of it.
     *
     * @throws earnest.ground.Problem 404 as {@link #press}, 422 if it is none of the choices
     */
    default Answered answer(String token, String choice, String page) {
        return answer(token, choice, null, page);
    }

    /**
     * As above, with what the browser gave for what it was asked for.
     *
     * @param given the caller wipes it; null: nothing
     */
    Answered answer(String token, String choice, @Nullable Secret given, String page);

    /**
     * What came of an answer.
     *
     * @param about what the link was about, as its purpose knows it
     */
    record Answered(UUID about, LinkPurpose.Told told) {}

    /**
     * Makes a link, in the present transaction.
     *
     * @param purpose id of the {@link LinkPurpose} that stands behind it
     * @param about what it is about, as its purpose knows it
     */
    UUID make(String purpose, UUID about, Duration lasts);

    /**
     * The address of the latest link about something. Its token stands after {@code #}, so it is in
     * no request line and no log; the caller wipes it.
     *
     * @throws IllegalStateException if there is none
     */
    Secret address(UUID about);

    /** The public address of a page, such as {@code https://desk.example/forgot}; no secret. */
    String publicAddress(String page);

    /** Ends the links about something that were not answered, in the present transaction. */
    void end(UUID about);
}
