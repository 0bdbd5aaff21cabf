package earnest.channels.mail;

import earnest.channels.Carrier;
import earnest.channels.CarrierResult;
import earnest.core.assurance.Route;
import earnest.core.passwords.Secret;
import earnest.people.ContactKind;

import jakarta.mail.Address;
import jakarta.mail.AuthenticationFailedException;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;

import org.eclipse.angus.mail.smtp.SMTPAddressFailedException;
import org.eclipse.angus.mail.smtp.SMTPSendFailedException;
import org.eclipse.angus.mail.smtp.SMTPSenderFailedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Date;
import java.util.UUID;

/**
 * Mail over SMTP (RFC 5321), to people's mailboxes. Once the text of a mail was sent and no answer
 * came, nobody can be asked whether it was taken (section 6.1), so that is told as unclear.
 */
@Component
class MailCarrier implements Carrier {
    private static final Logger LOG = LoggerFactory.getLogger(MailCarrier.class);
    private static final int FOR_NOW = 400;
    private static final int FOR_GOOD = 500;
    private final MailPlace place;
    private final InternetAddress sender;
    private final Session session;
    private final Clock clock;

    MailCarrier(MailPlace place, Clock clock) {
        this.place = place;
        this.sender = place.sender();
        this.session = Session.getInstance(place.properties());
        this.clock = clock;
    }

    @Override
    public String id() {
        return "mail";
    }

    @Override
    public String name() {
        return "Mail server";
    }

    @Override
    public String brings() {
        return "mail";
    }

    @Override
    public Route route() {
        return Route.MAIL;
    }

    @Override
    public boolean reaches(ContactKind kind) {
        return !kind.telephone();
    }

    @Override
    public CarrierResult send(UUID reference, String address, String subject, Secret words) {
        InternetAddress to;
        try {
            to = new InternetAddress(address, true);
        } catch (AddressException e) {
            return new CarrierResult.NotTaken("what is on record is no mail address", true);
        }
        Transport transport;
        try {
            transport = session.getTransport(place.url().getScheme());
            transport.connect(
                    place.url().getHost(), place.url().getPort(), place.user(), place.password());
        } catch (AuthenticationFailedException e) {
            return new CarrierResult.NotTaken("the mail server does not let us in", false);
        } catch (MessagingException e) {
            return new CarrierResult.NotTaken("the mail server cannot be reached", false);
        }
        try {
            return words.open(text -> sent(transport, reference, to, subject, text));
        } finally {
            leave(transport);
        }
    }

    /** Whatever goes wrong at leaving says nothing of what was sent. */
    private static void leave(Transport transport) {
        try {
            transport.close();
        } catch (MessagingException e) {
            LOG.debug("a mail server was left without a word");
        }
    }

    private CarrierResult sent(
            Transport transport, UUID reference, InternetAddress to, String subject, char[] text) {
        try (MailBody body = new MailBody(text)) {
            Mail mail = new Mail(session, "<%s@%s>".formatted(reference, place.domain()));
            mail.setFrom(sender);
            mail.setRecipient(Message.RecipientType.TO, to);
            mail.setSubject(subject, "utf-8");
            mail.setSentDate(Date.from(clock.instant()));
            // Nobody's robot answers a robot (RFC 3834, section 5).
            mail.setHeader("Auto-Submitted", "auto-generated");
            mail.setContent(body.parts());
            mail.saveChanges();
            transport.sendMessage(mail, new Address[] {to});
            return new CarrierResult.Taken(false);
        } catch (MessagingException e) {
            return refused(e);
        }
    }

    /** By the server's own answer, wherever in the chain it stands; without one nobody knows. */
    private static CarrierResult refused(MessagingException e) {
        for (Exception at = e; at != null; at = next(at)) {
            int code =
                    switch (at) {
                        case SMTPAddressFailedException no -> no.getReturnCode();
                        case SMTPSenderFailedException no -> no.getReturnCode();
                        case SMTPSendFailedException no -> no.getReturnCode();
                        default -> 0;
                    };
            if (code >= FOR_GOOD) {
                return new CarrierResult.NotTaken(
                        "the mail server refused it (" + code + ")", true);
            }
            if (code >= FOR_NOW) {
                return new CarrierResult.NotTaken(
                        "the mail server does not take it now (" + code + ")", false);
            }
        }
        return new CarrierResult.Unclear("the mail server gave no answer");
    }

    private static @org.jspecify.annotations.Nullable Exception next(Exception e) {
        return e instanceof MessagingException m ? m.getNextException() : null;
    }

    @Override
    public CarrierResult ask(UUID reference) {
        return new CarrierResult.Unclear("a mail server cannot be asked whether it took a mail");
    }

    /** With an id of ours, so that an answer or a bounce finds its message. */
    private static final class Mail extends MimeMessage {
        private final String id;

        Mail(Session session, String id) {
            super(session);
            this.id = id;
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", id);
        }
    }
}
