package earnest.links;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

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

    /** Somebody answered, with the id of a choice. */
    @Schema(name = "LinkAnswered")
    public record Answered(
            @NotBlank @Size(max = 60) String token, @NotBlank @Size(max = 40) String choice) {
        @Override
        public String toString() {
            return "(an answer to a link)";
        }
    }
}
