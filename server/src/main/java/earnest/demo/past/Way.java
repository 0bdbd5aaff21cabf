package earnest.demo.past;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * A check that could have been made.
 *
 * @param id by which an assessment names it
 * @param contact on which it rests, or null
 */
record Way(String id, String method, String path, @Nullable UUID contact, Words words) {
    /** What the record says of it. */
    record Words(String begins, String passes, String fails) {}

    private static final Words BADGE =
            new Words(
                    "asked to see the badge",
                    "looked at the badge: face, name and date are those of {person}",
                    "looked at the badge: it does not fit {person}");
    private static final Words AUTHENTICATOR =
            new Words(
                    "asked for the code of the authenticator",
                    "as {person}, read the authenticator's code, first try",
                    "as {person}, read a wrong authenticator code for the last time");

    /** Of somebody, at the desk or at the counter. */
    static List<Way> of(Whom whom, boolean counter) {
        List<Way> ways = new ArrayList<>();
        if (counter) {
            ways.add(new Way("badge", "badge", "badge:" + whom.id(), null, BADGE));
        }
        if (whom.device() != null) {
            ways.add(
                    new Way(
                            "authenticator",
                            "authenticator",
                            "device:" + whom.device(),
                            null,
                            AUTHENTICATOR));
        }
        for (Whom.Reached contact : whom.contacts()) {
            if (contact.telephone()) {
                ways.add(
                        way(
                                "call-back",
                                contact,
                                new Words(
                                        "called back " + contact.words(),
                                        "heard on the call back that it is {person}",
                                        "heard on the call back that it is not {person}")));
            }
            if (contact.mobile()) {
                ways.add(way("code-by-text", contact, code(contact)));
            }
            if (contact.ownMail()) {
                ways.add(way("code-by-mail", contact, code(contact)));
            }
        }
        return ways;
    }

    private static Words code(Whom.Reached contact) {
        return new Words(
                "sent a code to " + contact.words(),
                "as {person}, read back the code, first try",
                "as {person}, read back a wrong code for the last time");
    }

    private static Way way(String method, Whom.Reached contact, Words words) {
        return new Way(method + ":" + contact.id(), method, contact.path(), contact.id(), words);
    }
}
