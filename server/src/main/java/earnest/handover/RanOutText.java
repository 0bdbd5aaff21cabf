package earnest.handover;

import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells the person that a temporary password ran out unused. */
@Component
class RanOutText implements MessageWriter {
    static final String OCCASION = "ran-out";

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your temporary password ran out";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return Optional.of(
                Secret.of(
                        "Your temporary password ran out unused and does not work any more. If you"
                                + " still need one, call the service desk."));
    }
}
