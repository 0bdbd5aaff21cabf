package earnest.mailin;

import org.jspecify.annotations.Nullable;

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
 * @param cameBack which mail of ours came back, where it says so (RFC 3464); else null
 */
record IncomingMail(
        String id,
        String sender,
        List<String> answers,
        String words,
        boolean robot,
        int attachments,
        @Nullable CameBack cameBack,
        Instant at) {
    /**
     * What a mail server says of a mail that it could not deliver.
     *
     * @param id Message-ID of that mail
     * @param status as in {@code 5.1.1} (RFC 3463)
     */
    record CameBack(String id, String status) {}

    @Override
    public String toString() {
        return "(a mail)";
    }
}
