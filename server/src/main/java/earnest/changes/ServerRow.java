package earnest.changes;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.io.Serializable;
import java.time.Instant;
import java.util.UUID;

/** How far a change is on one server. */
@Entity
@Table(name = "change_on_server")
class ServerRow {
    /** Change and server. */
    @Embeddable
    record Key(UUID changeId, String server) implements Serializable {}

    @EmbeddedId Key key;
    Changes.Arrival state;
    @Nullable Instant seenAt;

    @SuppressWarnings("NullAway.Init")
    protected ServerRow() {}

    ServerRow(UUID change, String server) {
        this.key = new Key(change, server);
        this.state = Changes.Arrival.WAITING;
    }
}
