package earnest.record;

import org.springframework.jdbc.core.simple.JdbcClient;

/** Which entries a question asks for, as a condition on {@code entry e}. */
final class Matching {
    static final String CONDITION =
            """
            (:ticket is null or e.ticket_id = :ticket)
              and (:person is null or e.person_id = :person)
              and (:analyst is null or (e.actor_id = :analyst and e.actor_type = 'analyst'))
              and (:kind is null or e.kind = :kind)
              and (:since is null or e.at >= :since)
              and (:until is null or e.at < :until)
              and (:before is null or e.at < :before or (e.at = :before and e.id < :beforeEntry))
            """;

    private Matching() {}

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
