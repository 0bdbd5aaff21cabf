package earnest.checks.described;

import earnest.ground.ManyLines;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Map;

/**
 * How a service is asked, and what its answers mean.
 *
 * @param group of the directory, whose people it knows; null: everybody
 * @param answerAt JSON pointer (RFC 6901) of what it says, in the answer to a look
 * @param yes values that mean that it is they; each other than those named means: not yet
 * @param denied values that mean that they did not ask for this
 */
@Schema(name = "OutsideServiceToDescribe")
record ServiceToDescribe(
        @NotBlank @Size(max = 60) String title,
        @Nullable @Size(max = 120) String group,
        @NotNull @Valid Request ask,
        @NotNull @Valid Request look,
        @NotBlank @Size(max = 120) @Pattern(regexp = "/.*") String answerAt,
        @NotNull @Size(min = 1, max = 20) List<@NotBlank @Size(max = 60) String> yes,
        @NotNull @Size(max = 20) List<@NotBlank @Size(max = 60) String> no,
        @NotNull @Size(max = 20) List<@NotBlank @Size(max = 60) String> denied,
        @NotNull @Size(max = 20) List<@NotBlank @Size(max = 60) String> over,
        @Min(10) @Max(1800) int lastsSeconds,
        @Min(1) @Max(60) int everySeconds) {
    /**
     * A request as it stands in the manual, and what in it is what.
     *
     * @param sample raw HTTP (RFC 9112) or a command line of curl
     * @param marks by slot: number, text, reference, user, password; values as they stand there
     * @param region two capital letters: where national numbers in it are, or null
     * @param scheme of a raw sample: https, or http on this machine
     * @param answer a good answer, raw or its body alone
     */
    @Schema(name = "OutsideRequest")
    record Request(
            @NotBlank @Size(max = 8000) @ManyLines String sample,
            @NotNull Map<String, @Size(max = 400) String> marks,
            @Nullable @Pattern(regexp = "[A-Z]{2}") String region,
            @Nullable @Pattern(regexp = "https?") String scheme,
            @NotBlank @Size(max = 8000) @ManyLines String answer) {
        @Override
        public String toString() {
            return "(request)";
        }
    }
}
