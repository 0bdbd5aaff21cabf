package earnest.ground;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;

@Configuration(proxyBeanMethods = false)
class GroundConfiguration {
    /** Microseconds, which is what the database keeps: what is compared is what is stored. */
    @Bean
    Clock clock() {
        return Clock.tick(Clock.systemUTC(), Duration.ofNanos(1_000));
    }

    @Bean
    SecureRandom secureRandom() {
        return new SecureRandom();
    }
}
