package earnest.ground;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Named places on the way of a change or handover, before and after each commit and each call
 * outside, at which a test can hold the server and kill it. Without {@code earnest.waypoint.folder}
 * it does nothing.
 */
@Component
public class Waypoints {
    /**
     * {@code earnest.waypoint}.
     *
     * @param folder holds a file {@code hold} with the names of waypoints to hold at, one a line;
     *     the file {@code reached} is written when it is reached
     */
    @ConfigurationProperties("earnest.waypoint")
    record Properties(@Nullable Path folder) {}

    private final @Nullable Path folder;

    Waypoints(Properties properties) {
        this.folder = properties.folder();
    }

    /** Goes on at once, or never when a test holds the server here. */
    public void pass(String name) {
        if (folder == null) {
            return;
        }
        try {
            Path hold = folder.resolve("hold");
            if (!Files.exists(hold) || !Files.readAllLines(hold).contains(name)) {
                return;
            }
            Files.writeString(
                    folder.resolve("reached"),
                    name,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.SYNC);
            Thread.sleep(Long.MAX_VALUE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
