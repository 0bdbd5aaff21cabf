package earnest.record;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

import java.util.ArrayList;
import java.util.List;

/** Which entries a question asks for, as a condition on {@code entry e}. */
final class Matching {
    private Matching() {}

    /**
     * Only what is asked for stands in it: whatever else is named would have to be read from the
     * rows, where the index alone tells which they are.
     */
    static String condition(TheRecord.Query query) {
        List<String> all = new ArrayList<>();
        add(all, query.ticket(), "e.ticket_id = :ticket");
        add(all, query.person(), "e.person_id = :person");
        // An id is one analyst's and nobody else's.
        add(all, query.analyst(), "e.actor_id = :analyst");
        add(all, query.kind(), "e.kind = :kind");
        add(all, query.since(), "e.at >= :since");
        add(all, query.until(), "e.at < :until");
        if (query.before() != null) {
            all.add("e.at <= :before and (e.at < :before or e.id < :beforeEntry)");
        }
        return all.isEmpty() ? "true" : String.join(" and ", all);
    }

    private static void add(List<String> all, @Nullable Object asked, String condition) {
        if (asked != null) {
            all.add(condition);
        }
    }

    static JdbcClient.StatementSpec bind(JdbcClient.StatementSpec sql, TheRecord.Query query) {
        return sql.param("ticket", query.ticket())
                .param("person", query.person())
                .param("analyst", query.analyst() == null ? null : query.analyst().toString())
                .param("kind", query.kind() == null ? null : query.kind().id())
                .param("since", query.since())
                .param("until", query.until())
                .param("before", query.before())
                .param("beforeEntry", query.beforeEntry());
    }
}
