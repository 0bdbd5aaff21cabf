package earnest.written;

import earnest.core.understanding.Understanding;
import earnest.core.understanding.Want;

import io.swagger.v3.oas.annotations.media.Schema;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;

/** What the messages of tickets want. Thread-safe. */
@Service
public class Wants {
    private static final int HUNDRED = 100;

    private final JdbcClient database;
    private final ApplicationEventPublisher events;

    Wants(JdbcClient database, ApplicationEventPublisher events) {
        this.database = database;
        this.events = events;
    }

    /** Told in the transaction in which it became clear what a ticket wants. */
    public record Known(UUID ticket, Want want) {}

    /**
     * What a ticket's messages want.
     *
     * @param words such as {@code forgot the password}
     * @param sure in hundredths
     */
    @Schema(name = "WrittenUnderstood")
    public record Understood(String want, String words, int sure) {}

    private record Row(String want, int sure) {}

    private Optional<Row> row(UUID ticket) {
        return database.sql(
                        "select want, sure from written_ticket where ticket_id = :t and want is"
                                + " not null")
                .param("t", ticket)
                .query((row, i) -> new Row(row.getString("want"), row.getInt("sure")))
                .optional();
    }

    private static Optional<Want> named(String word) {
        return Arrays.stream(Want.values()).filter(want -> want.word().equals(word)).findFirst();
    }

    /** What a ticket wants; empty where it is not known. */
    public Optional<Want> of(UUID ticket) {
        return row(ticket).flatMap(row -> named(row.want));
    }

    /** The same for the desk. */
    public Optional<Understood> shown(UUID ticket) {
        return row(ticket)
                .map(
                        row ->
                                new Understood(
                                        row.want,
                                        named(row.want)
                                                .map(Wants::words)
                                                .orElse("wants something else"),
                                        row.sure));
    }

    /** A want, in words that follow on a name. */
    private static String words(Want want) {
        return switch (want) {
            case FORGOTTEN_PASSWORD -> "forgot the password";
            case LOCKED_OUT -> "is locked out";
            case LOST_SECOND_FACTOR -> "lost what proves them, or has a new telephone";
            case NOT_ME -> "did not ask for something that came";
            case A_HUMAN -> "wants to talk with a person";
            case SOMETHING_ELSE -> "wants something that is not this desk's";
        };
    }

    /** Keeps what a ticket wants; a later one takes its place. */
    public void keep(UUID ticket, Understanding.Wanted wanted) {
        int sure = (int) Math.round(wanted.sure() * HUNDRED);
        database.sql(
                        "insert into written_ticket (ticket_id, want, sure) values (:t, :w, :s) on"
                                + " duplicate key update want = :w, sure = :s")
                .param("t", ticket)
                .param("w", wanted.want().word())
                .param("s", sure)
                .update();
        events.publishEvent(new Known(ticket, wanted.want()));
    }
}
