package bare;

import jakarta.persistence.Entity;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.AutoConfigurationPackage;
import org.springframework.boot.autoconfigure.EnableAutoConfiguration;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * A server of the same libraries that does next to nothing: one table, one migration, one question.
 * So much of a start is Spring Boot's, Hibernate's and Flyway's own. It stands outside of Earnest's
 * packages, which Earnest looks through for its own parts.
 */
@Configuration(proxyBeanMethods = false)
@EnableAutoConfiguration(
        excludeName = {
            "org.springframework.boot.security.autoconfigure.SecurityAutoConfiguration",
            "org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration",
            "org.springframework.boot.security.autoconfigure.web.servlet.ServletWebSecurityAutoConfiguration",
            "org.springframework.boot.security.autoconfigure.web.servlet.SecurityFilterAutoConfiguration"
        })
@AutoConfigurationPackage
public class BareServer {
    /** The one entity. */
    @Entity
    @Table(name = "thing")
    public static class Thing {
        @Id long id;
        String name;

        @SuppressWarnings("NullAway.Init")
        protected Thing() {}
    }

    @RestController
    record Things(EntityManager entities) {
        @GetMapping("/api/health")
        long count() {
            return entities.createQuery("select count(t) from BareServer$Thing t", Long.class)
                    .getSingleResult();
        }
    }

    public static void main(String[] args) {
        SpringApplication.run(BareServer.class, args);
    }
}
