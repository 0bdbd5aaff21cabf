package earnest.record;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.UUID;

/** Entries that have no number yet. */
@Component
class Pendings {
    private final JdbcClient client;

    Pendings(JdbcClient client) {
        this.client = client;
    }

    /** One entry, with the text that is sealed. */
    record Pending(UUID id, String leaf) {}

    /** The oldest ones. */
    List<Pending> first(int most) {
        return client.sql(
                        """
                        select p.entry_id, e.leaf from entry_pending p join entry e on e.id = p.entry_id
                        order by p.entry_id limit :most
                        """)
                .param("most", most)
                .query((row, i) -> new Pending(row.getObject(1, UUID.class), row.getString(2)))
                .list();
    }
}
