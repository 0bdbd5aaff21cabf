package earnest.systems;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Problem;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Testing connections to systems. */
@RestController
class ConnectionTestController {
    private final SystemRows systems;
    private final ConnectionTestRows rows;
    private final ConnectionTests tests;

    ConnectionTestController(SystemRows systems, ConnectionTestRows rows, ConnectionTests tests) {
        this.systems = systems;
        this.rows = rows;
        this.tests = tests;
    }

    @ApiCall(
            id = "testConnection",
            summary = "Has the connection to a system tested, step by step.",
            more =
                    "The test goes on by itself and is read with GET; where one is under way"
                            + " already, nothing begins. It writes on the account for trials alone,"
                            + " and never on a person's.",
            refuses = {"404 unknown", "409 not-connected"})
    @PostMapping("/api/systems/{system}/test")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void begin(SignedIn me, @PathVariable String system) {
        me.must(Right.SET_UP);
        SystemRow row =
                systems.all().stream()
                        .filter(one -> one.id().equals(system))
                        .findFirst()
                        .orElseThrow(() -> Problem.unknown("system"));
        if (row.kind() == null) {
            throw new Problem(
                    409, "not-connected", row.name() + " is not connected to; nothing is to test.");
        }
        tests.begin(row, me);
    }

    @ApiCall(
            id = "connectionTest",
            summary = "Reads the last test of a system's connection, also while it is under way.",
            refuses = {"404 unknown"})
    @GetMapping("/api/systems/{system}/test")
    SystemsOverview.TestShown latest(SignedIn me, @PathVariable String system) {
        me.must(Right.SET_UP);
        return rows.latest(system)
                .map(SystemsOverview.TestShown::of)
                .orElseThrow(() -> Problem.unknown("test of that system"));
    }
}
