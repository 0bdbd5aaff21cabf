package earnest.mailin;

import earnest.channels.MessageWriter;
import earnest.checks.ProofAlone;
import earnest.core.passwords.Secret;
import earnest.links.Links;
import earnest.tickets.Tickets;
import earnest.written.Written;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;

/** Answers without a secret, to whichever mailbox wrote. */
@Configuration(proxyBeanMethods = false)
class AnswerMail {
    static final String PUBLIC = "mail-answer";
    static final String WRITTEN = "mail-written";
    static final String DONE = "mail-done";
    static final String OPENED =
            "We have your mail; it is ticket %s at the service desk. Files that hang on a mail are"
                    + " not read.";

    /** One occasion. */
    private record Answer(String occasion, String subject, Function<UUID, Optional<String>> says)
            implements MessageWriter {
        @Override
        public Optional<Secret> words(UUID about) {
            return says.apply(about).map(Secret::of);
        }
    }

    /** To a mailbox that is on nobody's record as named: the same, with the public address. */
    @Bean
    MessageWriter publicMailAnswer(MailRows rows, Tickets tickets, Links links) {
        return new Answer(
                PUBLIC,
                "Your mail to the service desk",
                about ->
                        rows.find(about)
                                .map(MailRows.Row::ticket)
                                .map(tickets::view)
                                .map(
                                        ticket ->
                                                OPENED.formatted(ticket.shown())
                                                        + " If we know you, you can go on at once:"
                                                        + " prove that it is you, and choose a new"
                                                        + " password, here:\n\n"
                                                        + links.publicAddress(ProofAlone.PAGE)
                                                        + "\n\n"
                                                        + "We never ask for a password by"
                                                        + " mail."));
    }

    @Bean
    MessageWriter writtenMailAnswer(Written written) {
        return new Answer(WRITTEN, "The service desk writes to you", written::words);
    }

    @Bean
    MessageWriter doneMailAnswer(MailRows rows, Tickets tickets) {
        return new Answer(
                DONE,
                "Your mail to the service desk: done",
                about ->
                        rows.find(about)
                                .map(MailRows.Row::ticket)
                                .map(tickets::view)
                                .map(
                                        ticket ->
                                                "What you wrote to us about, ticket %s, is done. If it"
                                                                .formatted(ticket.shown())
                                                        + " is not, answer this mail."));
    }
}
