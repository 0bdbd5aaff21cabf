package earnest.channels;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;

import java.net.URI;

/** Where something outside is, and the token that it and Earnest share. */
public record OutsidePlace(@NotNull URI url, @NotBlank String token) {
    @Override
    public String toString() {
        return url.toString();
    }
}
