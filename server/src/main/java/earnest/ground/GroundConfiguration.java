package earnest.ground;

import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Fallback;
import org.springframework.orm.jpa.vendor.HibernateJpaVendorAdapter;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;

@Configuration(proxyBeanMethods = false)
class GroundConfiguration {
    /**
     * Microseconds, which is what the database keeps: what is compared is what is stored. Whoever
     * needs another clock brings it.
     */
    @Bean
    @Fallback
    Clock clock() {
        return Clock.tick(Clock.systemUTC(), Duration.ofNanos(1_000));
    }

    /**
     * "Read only" and other levels of isolation are not told to the database before each
     * transaction: nothing here needs them, and each would be two round trips.
     */
    @Autowired
    void prepareNoConnection(HibernateJpaVendorAdapter adapter) {
        adapter.getJpaDialect().setPrepareConnection(false);
    }

    @Bean
    SecureRandom secureRandom() {
        return new SecureRandom();
    }
}
