package earnest.links;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;

/** What a browser sends of a link. Their own text form would show the token. */
public final class LinkToken {
    private LinkToken() {}

    /** Somebody pressed. */
    @Schema(name = "LinkPressed")
    public record Pressed(@NotBlank @Size(max = 60) String token) {
        @Override
        public String toString() {
            return "(a link)";
        }
    }

    /**
     * Somebody answered, with the id of a choice.
     *
     * @param given by the browser for what it was asked for, as JSON; or null
     */
    @Schema(name = "LinkAnswered")
    public record Answered(
            @NotBlank @Size(max = 60) String token,
            @NotBlank @Size(max = 40) String choice,
            @Nullable @Size(max = 8000) String given) {
        @Override
        public String toString() {
            return "(an answer to a link)";
        }
    }
}
