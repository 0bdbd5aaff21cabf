package earnest;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** The description of the API, from which the interface's types are made, is the one committed. */
@ExtendWith(App.Running.class)
class OpenApiTest {
    @Test
    void theCommittedDescriptionIsTrue(App app) throws IOException {
        Path committed = app.ground().checkout().resolve("web/src/api/openapi.json");
        JsonNode now = app.http().get("/api/openapi.json").ok();
        if (Boolean.getBoolean("earnest.api.write")) {
            Files.writeString(
                    committed,
                    JsonMapper.shared().writerWithDefaultPrettyPrinter().writeValueAsString(now)
                            + "\n");
        }
        assertEquals(
                JsonMapper.shared().readTree(Files.readString(committed)),
                now,
                "the API changed: run ./earnest api and look at the difference");
    }
}
