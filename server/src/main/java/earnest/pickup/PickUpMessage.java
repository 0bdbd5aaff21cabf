package earnest.pickup;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** Brings the words; it says to whom alone they are said. */
@Component
class PickUpMessage implements MessageWriter {
    static final String OCCASION = "pick-up";

    private static final String BEFORE =
            "Were you cut off from the service desk? Call again within the hour and say: ";
    private static final String AFTER =
            ". You go on where you were. Say it once, and only to the desk that you called"
                    + " yourself. If you did not call, tell the desk.";

    private final PickUpRepository rows;
    private final PickUpWords words;
    private final Clock clock;

    PickUpMessage(PickUpRepository rows, PickUpWords words, Clock clock) {
        this.rows = rows;
        this.words = words;
        this.clock = clock;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "To go on with the service desk";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return rows.findById(about)
                .filter(row -> row.state == PickUp.State.SENT)
                .filter(row -> row.expiresAt.isAfter(clock.instant()))
                .map(row -> AroundSecret.words(BEFORE, words.of(row.id), AFTER));
    }
}
