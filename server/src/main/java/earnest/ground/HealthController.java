package earnest.ground;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether the server is up and reaches its database. */
@RestController
class HealthController {
    @Schema(name = "ServerHealth")
    record Health(String state) {}

    private final JdbcClient database;

    HealthController(JdbcClient database) {
        this.database = database;
    }

    @ApiCall(id = "health", summary = "Says that the server takes requests.")
    @GetMapping("/api/health")
    Health health() {
        database.sql("select 1").query(Integer.class).single();
        return new Health("up");
    }
}
