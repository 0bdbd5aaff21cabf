package earnest.links;

import earnest.core.passwords.Secret;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What stands behind a kind of link; registered as a {@code @Component}. */
public interface LinkPurpose {
    /** Stable, since it is stored, such as {@code approval}. */
    String id();

    /** The page behind whose address the token stands; what is of one page, no other takes. */
    default String page() {
        return Links.PAGE;
    }

    /**
     * What is shown to whoever pressed, in the present transaction; empty where it is over. Asked
     * again before an answer is taken.
     *
     * @param first whether nobody pressed before
     */
    Optional<Shown> opened(UUID about, boolean first);

    /**
     * Takes the one answer, in the present transaction.
     *
     * @param choice id of one of the choices that are shown
     * @return what whoever answered is told; empty where it is over
     */
    Optional<Told> answered(UUID about, String choice);

    /**
     * As above, with what their browser gave for what it was asked for, or the code that they
     * typed.
     *
     * @param given the caller wipes it; null: nothing
     * @throws earnest.ground.Problem 422 if it is not what was asked for; then nothing is used up
     */
    default Optional<Told> answered(UUID about, String choice, @Nullable Secret given) {
        return answered(about, choice);
    }

    /**
     * What whoever answered is told.
     *
     * @param secret what is shown to them once, or null; whoever shows it wipes it
     * @param asItStands whether the secret is shown as it stands, such as words with hyphens; else
     *     in groups, whose spaces are not part of it
     */
    record Told(String says, @Nullable Secret secret, boolean asItStands) {
        public Told(String says) {
            this(says, null, true);
        }
    }

    /**
     * A page.
     *
     * @param says paragraphs
     * @param browserAsks for what the browser asks before a choice that is not grave: options to
     *     use a credential (WebAuthn, section 5.5), as JSON; null: nothing
     * @param digits of the code that is typed before a choice that is not grave; 0: none
     * @param mostWords characters that may be added to an answer in words of one's own; 0: none
     */
    @Schema(name = "LinkShown")
    record Shown(
            String title,
            List<String> says,
            List<Choice> choices,
            @Nullable String browserAsks,
            int digits,
            int mostWords) {
        public Shown(String title, List<String> says, List<Choice> choices) {
            this(title, says, choices, null, 0, 0);
        }

        public Shown(
                String title,
                List<String> says,
                List<Choice> choices,
                @Nullable String browserAsks,
                int digits) {
            this(title, says, choices, browserAsks, digits, 0);
        }
    }

    /** A button; {@code grave} where it says no. */
    @Schema(name = "LinkChoice")
    record Choice(String id, String words, boolean grave) {}
}
