package earnest.checks.methods;

import earnest.channels.MessageWriter;
import earnest.channels.TicketChannels;
import earnest.core.passwords.Secret;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Optional;
import java.util.UUID;

/** The message that carries a code; it says whom never to read it to. */
@Component
class CodeMessage implements MessageWriter {
    static final String OCCASION = "code";
    private static final String READ_IT =
            ". Read it only to the service desk that you called yourself. If somebody called you"
                    + " and asks for it, hang up.";
    private static final String TYPE_IT =
            ". Type it on the page on which you asked for it. Read it to nobody, not even to the"
                    + " service desk.";

    private final CheckHistory checks;
    private final SentCodes codes;
    private final Tickets tickets;
    private final TicketChannels channels;
    private final Clock clock;

    CodeMessage(
            CheckHistory checks,
            SentCodes codes,
            Tickets tickets,
            TicketChannels channels,
            Clock clock) {
        this.checks = checks;
        this.codes = codes;
        this.tickets = tickets;
        this.channels = channels;
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
        return checks.open(about, clock.instant())
                .map(
                        check -> {
                            String forWhom = alone(check) ? TYPE_IT : READ_IT;
                            try (Secret code = codes.code(check.id())) {
                                return code.open(digits -> text(digits, forWhom));
                            }
                        });
    }

    private boolean alone(Check check) {
        return channels.channel(tickets.view(check.ticket()).channel()).alone();
    }

    private static Secret text(char[] code, String forWhom) {
        StringBuilder words = new StringBuilder(200);
        words.append("Your code is ").append(code).append(forWhom);
        Secret secret = Secret.of(words);
        words.setLength(0);
        return secret;
    }
}
