package earnest.checks;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.checks.methods.SentCodes;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/** The code that goes to a contact that somebody adds. */
@Component
class ContactCodeText implements MessageWriter {
    static final String OCCASION = "contact-code";

    private final SentCodes codes;

    ContactCodeText(SentCodes codes) {
        this.codes = codes;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your code";
    }

    /** It is not in force before the code came back. */
    @Override
    public boolean alsoToReplaced() {
        return true;
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return Optional.of(
                AroundSecret.words(
                        "Somebody adds this as a contact of theirs at the service desk. Your code"
                                + " is ",
                        codes.code(about),
                        ". Type it on the page on which you asked for it. If you did not ask, do"
                                + " nothing, and read it to nobody."));
    }
}
