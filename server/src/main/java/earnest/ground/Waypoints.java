package earnest.ground;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.stereotype.Component;

/**
 * Named places on the way of a change or handover at which a test can hold the server and kill it.
 * Without {@code earnest.waypoint.name} it does nothing.
 */
@Component
public class Waypoints {
    /**
     * @param name the waypoint at which to hold, empty for none
     * @param reached file that is written when it is reached
     */
    @ConfigurationProperties("earnest.waypoint")
    record Properties(
            @org.springframework.boot.context.properties.bind.DefaultValue("") String name,
            @org.jspecify.annotations.Nullable Path reached) {}

    private final Properties properties;

    Waypoints(Properties properties) {
        this.properties = properties;
    }

    /** Goes on at once, or never when a test holds the server here. */
    public void pass(String name) {
        if (!properties.name().equals(name) || properties.reached() == null) {
            return;
        }
        try {
            Files.writeString(
                    properties.reached(), name, StandardOpenOption.CREATE, StandardOpenOption.SYNC);
            Thread.sleep(Long.MAX_VALUE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
