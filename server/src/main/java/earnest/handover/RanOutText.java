package earnest.handover;

import earnest.channels.TextBody;
import earnest.channels.Texts;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** Tells the person that a temporary password ran out unused. */
@Component
class RanOutText implements TextBody {
    @Override
    public Texts.Purpose purpose() {
        return Texts.Purpose.RAN_OUT;
    }

    @Override
    public Optional<Secret> body(UUID about) {
        return Optional.of(
                Secret.of(
                        "Your temporary password ran out unused and does not work any more. If you"
                                + " still need one, call the service desk."));
    }
}
