package earnest.checks;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.ManyLines;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import io.swagger.v3.oas.annotations.media.Schema;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;

import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

import java.util.List;

/** Authenticators that an organisation handed out come in by a file. */
@RestController
class AuthenticatorFileController {
    private static final int MOST_CHARACTERS = 1_000_000;

    /** Its keys are secrets: it has no text form. */
    @Schema(name = "AuthenticatorFile")
    record File(@NotBlank @Size(max = MOST_CHARACTERS) @ManyLines String text) {
        @Override
        public String toString() {
            return "(keys)";
        }
    }

    /** What came of it. */
    @Schema(name = "AuthenticatorFileCame")
    record Came(int added, List<Wrong> wrong) {}

    /**
     * A line that was not taken.
     *
     * @param row from 1, as an editor counts lines
     */
    @Schema(name = "AuthenticatorFileWrong")
    record Wrong(int row, String words) {}

    private final AuthenticatorFile file;
    private final TheRecord record;
    private final Writes writes;

    AuthenticatorFileController(AuthenticatorFile file, TheRecord record, Writes writes) {
        this.file = file;
        this.record = record;
        this.writes = writes;
    }

    @ApiCall(
            id = "bringAuthenticatorsIn",
            summary =
                    "Brings in authenticators that were handed out, by a file of account and key.",
            more =
                    "A line for each: an account, a comma, a key in base 32. Good lines are taken;"
                            + " each that is not is named. Whoever has an authenticator keeps"
                            + " theirs. To bring any in, show first that it is you.",
            refuses = {"403 prove-again"},
            example = "{\"text\": \"account,key\\nnobody.here,JBSWY3DPEHPK3PXPJBSWY3DPEHPK3PXP\"}")
    @PostMapping("/api/authenticators/file")
    Came bringIn(SignedIn me, @Valid @RequestBody File given) {
        me.must(Right.SET_UP);
        me.mustBeFresh();
        if (given.text().lines().count() > AuthenticatorFile.MOST_ROWS) {
            throw Problem.invalid(
                    "A file has %d lines at most. Cut it in two."
                            .formatted(AuthenticatorFile.MOST_ROWS));
        }
        return writes.get(
                () -> {
                    AuthenticatorFile.Came came = file.bringIn(given.text());
                    record.append(
                            Entry.by(EntryKind.AUTHENTICATORS_BROUGHT_IN, me.id(), me.name())
                                    .data("count", came.added()));
                    return new Came(
                            came.added(),
                            came.wrong().stream()
                                    .map(one -> new Wrong(one.row(), one.words()))
                                    .toList());
                });
    }
}
