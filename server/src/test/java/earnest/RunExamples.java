package earnest;

import earnest.testkit.Desk;
import earnest.testkit.Http;

import java.util.Map;
import java.util.UUID;

/** Sends the examples of runs: a procedure is published, started by hand and taken over. */
final class RunExamples {
    static final String BY_HAND =
            """
            procedure hello-by-hand
              title "Hello, by hand"
              starts on by hand
              otherwise
                pass to leads

              note "Hello {person.name}"
              wait 30 minutes
              close "Said hello"
            """;

    private RunExamples() {}

    static void send(App app, Desk desk, Http steward, ApiExamples examples) {
        steward.put("/api/procedures/hello-by-hand", Map.of("text", BY_HAND, "basedOn", 0)).ok();
        Map<String, String> hello = Map.of("procedure", "hello-by-hand");
        examples.send(steward, "publishProcedure", hello);
        examples.send(desk.api(), "proceduresInUse");
        String ticket = app.visitor(desk);
        Map<String, String> on = Map.of("ticket", ticket);
        examples.send(
                desk.api(), "startRun", Map.of("ticket", ticket, "procedure", "hello-by-hand"));
        examples.send(desk.api(), "runsOnTicket", on);
        String run =
                app.database()
                        .sql("select id from procedure_run where ticket_id = :t")
                        .param("t", UUID.fromString(ticket))
                        .query(UUID.class)
                        .single()
                        .toString();
        examples.send(desk.api(), "run", Map.of("run", run));
        examples.send(desk.api(), "takeOverRun", Map.of("run", run));
        examples.send(steward, "retireProcedure", hello);
        desk.close(ticket, "Only an example.");
    }
}
