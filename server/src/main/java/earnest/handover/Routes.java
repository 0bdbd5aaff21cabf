package earnest.handover;

import earnest.people.People;

import java.time.Duration;
import java.time.Instant;

/** Which contacts a secret may go over. */
final class Routes {
    private static final Duration TOO_NEW = Duration.ofDays(14);

    private Routes() {}

    static boolean oldEnough(People.Contact contact, Instant now) {
        Instant since = contact.since();
        return since == null || !since.plus(TOO_NEW).isAfter(now);
    }
}
