package earnest.checks.methods;

import earnest.channels.MessageWriter;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The message that carries a code; it says whom never to read it to. */
@Component
class CodeMessage implements MessageWriter {
    static final String OCCASION = "code";

    private final CheckHistory checks;
    private final SentCodes codes;
    private final Clock clock;

    CodeMessage(CheckHistory checks, SentCodes codes, Clock clock) {
        this.checks = checks;
        this.codes = codes;
        this.clock = clock;
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Your code";
    }

    @Override
    public Optional<Secret> words(UUID about) {
        return checks.find(about)
                .filter(check -> check.open(clock.instant()))
                .map(
                        check -> {
                            try (Secret code = codes.code(check.id())) {
                                return code.open(CodeMessage::text);
                            }
                        });
    }

    private static Secret text(char[] code) {
        StringBuilder words = new StringBuilder(160);
        words.append("Your code is ")
                .append(code)
                .append(
                        ". Read it only to the service desk that you called yourself. If somebody"
                                + " called you and asks for it, hang up.");
        Secret secret = Secret.of(words);
        words.setLength(0);
        return secret;
    }
}
