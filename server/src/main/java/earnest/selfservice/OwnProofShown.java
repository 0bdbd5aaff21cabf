package earnest.selfservice;

import earnest.checks.SettingUp;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.UUID;

/**
 * What is shown once to whoever sets something up. Its own text form would show it.
 *
 * @param key to be taken into an app or a device, in base 32; null: nothing is to be confirmed
 * @param taker what takes it
 * @param address the same, as that reads it
 * @param digits of the code that confirms it; else 0
 * @param lines to be kept on paper; else empty
 * @param browserMakes what the browser makes: options to create a credential (WebAuthn, section
 *     5.4), as JSON; null: nothing
 * @param questions to choose from; else empty
 * @param fewest so many of them are answered at least
 */
@Schema(name = "OwnProofSettingUp")
record OwnProofShown(
        UUID id,
        @Nullable String key,
        SettingUp.@Nullable Taker taker,
        @Nullable String address,
        int digits,
        List<String> lines,
        @Nullable String browserMakes,
        List<Question> questions,
        int fewest) {
    @Schema(name = "OwnProofQuestion")
    record Question(UUID id, String words) {}

    static OwnProofShown key(
            UUID id, String key, SettingUp.Taker taker, String address, int digits) {
        return new OwnProofShown(id, key, taker, address, digits, List.of(), null, List.of(), 0);
    }

    static OwnProofShown lines(UUID id, List<String> lines) {
        return new OwnProofShown(id, null, null, null, 0, lines, null, List.of(), 0);
    }

    static OwnProofShown browser(UUID id, String options) {
        return new OwnProofShown(id, null, null, null, 0, List.of(), options, List.of(), 0);
    }

    static OwnProofShown questions(UUID id, List<Question> asked, int fewest) {
        return new OwnProofShown(id, null, null, null, 0, List.of(), null, asked, fewest);
    }

    @Override
    public String toString() {
        return "(what is shown once)";
    }
}
