package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.ground.Writes;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;

/** What an organisation handed out comes in by a file. */
@RestController
class FactorFileController {
    private static final int MOST_CHARACTERS = 200_000;

    /** Its keys may be secrets: it has no text form. */
    @Schema(name = "FactorFile")
    record File(@NotBlank @Size(max = MOST_CHARACTERS) @ManyLines String text) {
        @Override
        public String toString() {
            return "(keys)";
        }
    }

    /** What came of it. */
    @Schema(name = "FactorFileCame")
    record Came(int added, List<Wrong> wrong) {}

    /**
     * A line that was not taken.
     *
     * @param row from 1, as an editor counts lines
     */
    @Schema(name = "FactorFileWrong")
    record Wrong(int row, String words) {}

    private final FactorFile file;
    private final AuthenticatorLine authenticators;
    private final DeviceLine devices;
    private final Writes writes;

    FactorFileController(
            FactorFile file, AuthenticatorLine authenticators, DeviceLine devices, Writes writes) {
        this.file = file;
        this.authenticators = authenticators;
        this.devices = devices;
        this.writes = writes;
    }

    @ApiCall(
            id = "bringAuthenticatorsIn",
            summary =
                    "Brings in authenticators that were handed out, by a file of account and key.",
            more =
                    "A line for each: an account, a comma, a key in base 32. Good lines are taken;"
                            + " each that is not is named. Whoever has an authenticator keeps"
                            + " theirs. What comes in is new for a while, and each person is told."
                            + " To bring any in, show first that it is you.",
            refuses = {"403 prove-again"},
            example = "{\"text\": \"account,key\\nnobody.here,JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP\"}")
    @PostMapping("/api/handed-out/authenticators")
    Came authenticators(SignedIn me, @Valid @RequestBody File given) {
        return bringIn(me, authenticators, given);
    }

    @ApiCall(
            id = "bringDevicesIn",
            summary = "Brings in devices that answer, by a file of account, id and public key.",
            more =
                    "A line for each: an account, the device's id (a UUID) and the public half of"
                            + " its Ed25519 key (32 bytes in base64url), with commas between. Else"
                            + " as bringAuthenticatorsIn.",
            refuses = {"403 prove-again"},
            example =
                    "{\"text\":"
                            + " \"nobody.here,0198a000-0000-7000-8000-0000000000d1,"
                            + "PUAXw-hDiVqStwqnTRt-vJyYLM8uxJaMwM1V8Sr0Zgw\"}")
    @PostMapping("/api/handed-out/devices")
    Came devices(SignedIn me, @Valid @RequestBody File given) {
        return bringIn(me, devices, given);
    }

    private Came bringIn(SignedIn me, FactorLine kind, File given) {
        me.must(Right.SET_UP);
        me.mustBeFresh();
        if (given.text().lines().count() > FactorFile.MOST_ROWS) {
            throw Problem.invalid(
                    "A file has %d lines at most. Cut it in two.".formatted(FactorFile.MOST_ROWS));
        }
        return writes.get(
                () -> {
                    FactorFile.Came came = file.bringIn(me, kind, given.text());
                    return new Came(
                            came.added(),
                            came.wrong().stream()
                                    .map(one -> new Wrong(one.row(), one.words()))
                                    .toList());
                });
    }
}
