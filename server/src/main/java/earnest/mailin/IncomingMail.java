package earnest.mailin;

import java.time.Instant;
import java.util.List;

/**
 * What of a mail counts. Its text may hold a secret: it has no text form.
 *
 * @param id its Message-ID, or one made of where it lies
 * @param sender the address in From: a claim
 * @param answers Message-IDs that it refers to, the latest last
 * @param words subject and text, without quotes and signature
 * @param robot whether a machine sent it (RFC 3834), so that nothing is answered
 * @param attachments how many files hang on it
 */
record IncomingMail(
        String id,
        String sender,
        List<String> answers,
        String words,
        boolean robot,
        int attachments,
        Instant at) {
    @Override
    public String toString() {
        return "(a mail)";
    }
}
