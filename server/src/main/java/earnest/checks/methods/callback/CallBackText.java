package earnest.checks.methods.callback;

import earnest.channels.AroundSecret;
import earnest.channels.MessageWriter;
import earnest.checks.methods.CheckHistory;
import earnest.checks.methods.CheckWords;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The text that says by which word somebody who is rung knows that it is the desk. */
@Component
class CallBackText implements MessageWriter {
    static final String OCCASION = "call-back";

    private static final String BEFORE =
            "The service desk rings you now. Whoever rings says this word first: ";
    private static final String AFTER =
            ". Do not say it yourself. If they do not say it, hang up: it is not the desk.";

    private final CheckHistory checks;
    private final CheckWords words;
    private final Clock clock;

    CallBackText(CheckHistory checks, CheckWords words, Clock clock) {
        this.checks = checks;
        this.words = words;
        this.clock = clock;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "The service desk rings you now";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return checks.open(about, clock.instant())
                .map(check -> AroundSecret.words(BEFORE, words.word(check.id()), AFTER));
    }
}
