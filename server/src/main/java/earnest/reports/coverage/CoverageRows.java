package earnest.reports.coverage;

import earnest.checks.Holdings;
import earnest.people.ContactKind;

import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.Arrays;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.stream.Collectors;

/** What each person has that proof can rest on, read in one pass. */
@Component
class CoverageRows {
    private final JdbcClient database;

    CoverageRows(JdbcClient database) {
        this.database = database;
    }

    /**
     * Somebody.
     *
     * @param vessel on which they work, or empty
     * @param port from which, or empty
     * @param invitedAt when they were last invited, or null: never
     */
    record Somebody(
            UUID id,
            String name,
            String account,
            String vessel,
            String port,
            Set<String> groups,
            Holdings holdings,
            @Nullable Instant invitedAt) {}

    /**
     * Everybody whom the directory has, by name.
     *
     * @param old what is younger than that is too new to count
     */
    void read(Instant old, Consumer<Somebody> each) {
        database.sql(
                        """
                        select p.id, p.name, p.account, coalesce(p.vessel, '') as vessel, coalesce(p.port, '') as port,
                          i.at as invited,
                          (select group_concat(distinct c.kind) from contact c where c.person_id = p.id
                             and c.removed_at is null and (c.since is null or c.since < :old)) as contacts,
                          (select group_concat(distinct e.kind) from enrolment e where e.person_id = p.id
                             and e.removed_at is null and e.confirmed_at is not null
                             and (e.trusted or e.enrolled_at < :old)) as enrolled,
                          (select group_concat(distinct g.name separator '\\n') from person_group g
                             where g.person_id = p.id) as groups_of
                        from person p left join proof_invited i on i.person_id = p.id
                        where p.gone_at is null order by p.name, p.id
                        """)
                .param("old", old)
                .query(
                        row -> {
                            each.accept(somebody(row));
                        });
    }

    private static Somebody somebody(ResultSet row) throws SQLException {
        Timestamp invited = row.getTimestamp("invited");
        return new Somebody(
                row.getObject("id", UUID.class),
                row.getString("name"),
                row.getString("account"),
                row.getString("vessel"),
                row.getString("port"),
                set(row.getString("groups_of"), "\n"),
                new Holdings(
                        set(row.getString("contacts"), ",").stream()
                                .map(ContactKind::of)
                                .collect(Collectors.toSet()),
                        set(row.getString("enrolled"), ",")),
                invited == null ? null : invited.toInstant());
    }

    private static Set<String> set(@Nullable String joined, String by) {
        return joined == null || joined.isEmpty()
                ? Set.of()
                : Arrays.stream(joined.split(by)).collect(Collectors.toSet());
    }
}
