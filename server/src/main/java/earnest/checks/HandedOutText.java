package earnest.checks;

import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells a person that their organisation says that it gave them something that proves them. */
@Component
class HandedOutText implements MessageWriter {
    static final String OCCASION = "proof-handed-out";

    @Override
    public boolean alsoToReplaced() {
        return true;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Something that proves you was handed out";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return Optional.of(
                Secret.of(
                        "You were given something that proves to the service desk that it is you,"
                                + " such as a token or a device. If you have it in your hand, there"
                                + " is nothing to do. If nobody gave you anything, call the service"
                                + " desk."));
    }
}
