package earnest.links;

import io.swagger.v3.oas.annotations.media.Schema;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What stands behind a kind of link; registered as a {@code @Component}. */
public interface LinkPurpose {
    /** Stable, since it is stored, such as {@code approval}. */
    String id();

    /**
     * What is shown to whoever pressed, in the present transaction; empty where it is over.
     *
     * @param first whether nobody pressed before
     */
    Optional<Shown> opened(UUID about, boolean first);

    /**
     * Takes the one answer, in the present transaction.
     *
     * @param choice id of one of the choices that were shown
     * @return what whoever answered is told; empty where it is over
     * @throws earnest.ground.Problem if it is none of the choices
     */
    Optional<String> answered(UUID about, String choice);

    /**
     * A page.
     *
     * @param says paragraphs
     */
    @Schema(name = "LinkShown")
    record Shown(String title, List<String> says, List<Choice> choices) {}

    /** A button; {@code grave} where it says no. */
    @Schema(name = "LinkChoice")
    record Choice(String id, String words, boolean grave) {}
}
