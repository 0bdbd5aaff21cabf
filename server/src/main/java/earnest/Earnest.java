package earnest;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

import java.util.TimeZone;

/** The server. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class Earnest {
    public static void main(String[] args) {
        // Moments are stored in UTC whatever the machine's zone; pages show the desk's own.
        TimeZone.setDefault(TimeZone.getTimeZone("UTC"));
        SpringApplication.run(Earnest.class, args);
    }
}
