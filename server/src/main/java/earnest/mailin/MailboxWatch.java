package earnest.mailin;

import earnest.ground.Incident;
import earnest.ground.Writes;

import jakarta.annotation.PreDestroy;
import jakarta.mail.Folder;
import jakarta.mail.Message;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.Store;
import jakarta.mail.UIDFolder;

import org.eclipse.angus.mail.imap.IMAPFolder;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import java.util.Optional;

/**
 * Watches the mailbox over IMAP with IDLE (RFC 9051, section 6.3.13). Where it cannot be reached it
 * is tried again, after growing pauses; what came meanwhile is read then.
 */
@Component
class MailboxWatch {
    private static final Logger LOG = LoggerFactory.getLogger(MailboxWatch.class);
    private static final Duration SHORTEST = Duration.ofSeconds(1);
    private static final Duration LONGEST = Duration.ofMinutes(1);
    private static final int LARGEST = 2_000_000;

    /** A lost line is not noticed by itself, nor what came between looking and idling. */
    private static final Duration LONGEST_IDLE = Duration.ofSeconds(20);

    private final MailboxPlace place;
    private final MailDesk desk;
    private final MailRows rows;
    private final Writes writes;
    private volatile boolean running = true;
    private volatile @Nullable Store open;

    MailboxWatch(MailboxPlace place, MailDesk desk, MailRows rows, Writes writes) {
        this.place = place;
        this.desk = desk;
        this.rows = rows;
        this.writes = writes;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        URI url = place.url();
        if (url != null) {
            Thread.ofVirtual().name("mailbox").start(() -> watch(url));
        }
    }

    private void watch(URI url) {
        Duration pause = SHORTEST;
        while (running) {
            long began = System.nanoTime();
            try {
                follow(url);
            } catch (MessagingException | IOException | RuntimeException away) {
                if (running) {
                    LOG.warn(
                            "the mailbox at {} cannot be read just now and is tried again: {}",
                            url.getHost(),
                            Incident.describe(away));
                }
            }
            // Only what fails at once again and again is left alone for longer.
            if (System.nanoTime() - began > LONGEST.toNanos()) {
                pause = SHORTEST;
            }
            if (!rested(pause)) {
                return;
            }
            pause = pause.multipliedBy(2).compareTo(LONGEST) < 0 ? pause.multipliedBy(2) : LONGEST;
        }
    }

    private static boolean rested(Duration pause) {
        try {
            Thread.sleep(pause);
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private void follow(URI url) throws MessagingException, IOException {
        Session session = Session.getInstance(MailboxPlace.properties(url));
        try (Store store = session.getStore(url.getScheme())) {
            open = store;
            store.connect(url.getHost(), url.getPort(), place.user(), place.password());
            Folder folder = store.getFolder("INBOX");
            folder.open(Folder.READ_ONLY);
            if (!(folder instanceof IMAPFolder inbox)) {
                throw new MessagingException("the mailbox has no inbox");
            }
            while (running && store.isConnected()) {
                // What comes while others are read is not told again once one idles.
                boolean more = true;
                while (more) {
                    inbox.doCommand(
                            protocol -> {
                                protocol.noop();
                                return null;
                            });
                    more = read(inbox);
                }
                idle(inbox);
            }
        } finally {
            open = null;
        }
    }

    /** Until something comes, or it is time to look whether the line is still there. */
    private static void idle(IMAPFolder inbox) throws MessagingException {
        Thread waker =
                Thread.ofVirtual()
                        .name("mailbox-waker")
                        .start(
                                () -> {
                                    if (rested(LONGEST_IDLE) && inbox.isOpen()) {
                                        try {
                                            // Any other command ends the IDLE.
                                            inbox.getMessageCount();
                                        } catch (MessagingException e) {
                                            LOG.debug("the mailbox went away while it was watched");
                                        }
                                    }
                                });
        try {
            inbox.idle(true);
        } finally {
            waker.interrupt();
        }
    }

    /** Whether there was anything. */
    private boolean read(IMAPFolder inbox) throws MessagingException, IOException {
        String mailbox = place.user() + "@" + place;
        long validity = inbox.getUIDValidity();
        long last = rows.readUpTo(mailbox, validity).orElse(0L);
        boolean any = false;
        for (Message message : inbox.getMessagesByUID(last + 1, UIDFolder.LASTUID)) {
            long uid = inbox.getUID(message);
            // The last one is always given, also if it is older.
            if (uid > last) {
                one(message, validity + "-" + uid).ifPresent(desk::take);
                writes.run(() -> rows.read(mailbox, validity, uid));
                any = true;
            }
        }
        return any;
    }

    /** A mail that cannot be read is left out, or no other would ever be read. */
    private static Optional<IncomingMail> one(Message message, String instead)
            throws MessagingException {
        if (message.getSize() > LARGEST) {
            LOG.warn("a mail of {} bytes is too large and was left unread", message.getSize());
            return Optional.empty();
        }
        try {
            return Optional.of(MailReader.read(message, "<" + instead + "@mailbox>"));
        } catch (IOException | MessagingException broken) {
            if (!message.getFolder().isOpen()) {
                throw new MessagingException("the mailbox went away", broken);
            }
            LOG.warn("a mail could not be read and was left out: {}", Incident.describe(broken));
            return Optional.empty();
        }
    }

    @PreDestroy
    void end() {
        running = false;
        Store store = open;
        if (store != null) {
            try {
                store.close();
            } catch (MessagingException e) {
                LOG.debug("the mailbox was left without a word");
            }
        }
    }
}
