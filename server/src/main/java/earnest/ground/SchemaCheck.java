package earnest.ground;

import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.beans.factory.config.BeanFactoryPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.jdbc.BadSqlGrammarException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.util.Arrays;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Starts only on a database of this server's version; migrating it is a step before. */
@Component(SchemaCheck.NAME)
class SchemaCheck {
    static final String NAME = "schemaCheck";
    private static final Pattern VERSION = Pattern.compile("V([0-9]+)__.*\\.sql");

    SchemaCheck(JdbcClient database) throws IOException {
        int here = wanted();
        int there = found(database);
        if (there != here) {
            throw new IllegalStateException(
                    "The database has version %d and this server needs %d. Run earnest.Migrate with the migrating user's password first; './earnest up' does that."
                            .formatted(there, here));
        }
    }

    private static int wanted() throws IOException {
        Resource[] migrations =
                new PathMatchingResourcePatternResolver()
                        .getResources("classpath*:db/migration/V*.sql");
        return Arrays.stream(migrations)
                .map(Resource::getFilename)
                .filter(Objects::nonNull)
                .map(VERSION::matcher)
                .filter(Matcher::matches)
                .mapToInt(matcher -> Integer.parseInt(matcher.group(1)))
                .max()
                .orElse(0);
    }

    private static int found(JdbcClient database) {
        try {
            return database.sql(
                            "select coalesce(max(cast(version as unsigned)), 0) from"
                                    + " flyway_schema_history where success")
                    .query(Integer.class)
                    .single();
        } catch (BadSqlGrammarException neverMigrated) {
            return 0;
        }
    }

    /** Before anything is mapped to tables, whose absence would be said in other words. */
    @Configuration(proxyBeanMethods = false)
    static class First {
        @Bean
        static BeanFactoryPostProcessor schemaFirst() {
            return factory -> {
                BeanDefinition entities = factory.getBeanDefinition("entityManagerFactory");
                String[] before = entities.getDependsOn();
                String[] all =
                        before == null ? new String[1] : Arrays.copyOf(before, before.length + 1);
                all[all.length - 1] = NAME;
                entities.setDependsOn(all);
            };
        }
    }
}
