package earnest.record;

import earnest.core.record.Seal;
import earnest.ground.Routine;
import earnest.ground.Writes;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** Sends each seal to every witness: after a failure again, from where it was told surely. */
@Component
class Witnesses implements Routine {
    private static final Logger LOG = LoggerFactory.getLogger(Witnesses.class);
    static final String NAME = "tell-witnesses";

    /** After a failure; a new seal wakes it. */
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(10);

    private static final int AT_ONCE = 200;
    private static final int LONGEST_TROUBLE = 300;

    private final List<Witness> witnesses = new ArrayList<>();
    private final Seals seals;
    private final JdbcClient client;
    private final Writes writes;
    private final Clock clock;

    Witnesses(
            RecordProperties properties,
            Seals seals,
            JdbcClient client,
            Writes writes,
            Clock clock) {
        this.seals = seals;
        this.client = client;
        this.writes = writes;
        this.clock = clock;
        if (properties.witnessFile() != null) {
            witnesses.add(new FileWitness(properties.witnessFile()));
        }
        if (properties.witnessSyslog() != null) {
            witnesses.add(new SyslogWitness(properties.witnessSyslog()));
        }
    }

    /**
     * How far a witness was told.
     *
     * @param size of the last seal that it has
     * @param trouble why it was not told more, or null
     */
    record Told(String name, long size, Instant at, @Nullable String trouble) {}

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public Duration run() {
        boolean more = false;
        List<Told> told = told();
        for (Witness witness : witnesses) {
            Told known =
                    told.stream()
                            .filter(t -> t.name.equals(witness.name()))
                            .findFirst()
                            .orElse(new Told(witness.name(), 0, Instant.EPOCH, null));
            more |= tell(witness, known);
        }
        return more ? Duration.ZERO : LOOKS_EVERY;
    }

    /** Whether there is more to tell it at once. */
    private boolean tell(Witness witness, Told known) {
        List<Seal> next = seals.after(known.size, AT_ONCE);
        if (next.isEmpty()) {
            return false;
        }
        try {
            witness.tell(next);
            long size = next.getLast().checkpoint().size();
            note(new Told(known.name, size, clock.instant(), null));
            return next.size() == AT_ONCE;
        } catch (IOException e) {
            String trouble = String.valueOf(e.getMessage());
            String words = trouble.substring(0, Math.min(trouble.length(), LONGEST_TROUBLE));
            if (!words.equals(known.trouble)) {
                LOG.warn("the witness '{}' was not told: {}", known.name, words);
                note(new Told(known.name, known.size, known.at, words));
            }
            return false;
        }
    }

    private void note(Told told) {
        writes.run(
                () ->
                        client.sql(
                                        """
                                        insert into seal_witness (name, size, at, trouble) values (:name, :size, :at, :trouble)
                                        on duplicate key update size = :size, at = :at, trouble = :trouble
                                        """)
                                .param("name", told.name)
                                .param("size", told.size)
                                .param("at", told.at)
                                .param("trouble", told.trouble)
                                .update());
    }

    /** What each witness that was ever told has. */
    List<Told> told() {
        return client.sql("select name, size, at, trouble from seal_witness order by name")
                .query(
                        (row, i) ->
                                new Told(
                                        row.getString(1),
                                        row.getLong(2),
                                        row.getTimestamp(3).toInstant(),
                                        row.getString(4)))
                .list();
    }
}
