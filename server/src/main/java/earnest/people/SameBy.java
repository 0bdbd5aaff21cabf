package earnest.people;

import java.util.Locale;

/** By what an entry of one source is known to be somebody whom another source named. */
enum SameBy {
    /** Nobody is: all people of the source are its own. */
    NOTHING,
    /** The number that the organisation gave them, which is never given twice. */
    STAFF_NUMBER,
    /** Their work mail. */
    MAIL;

    /** The name in settings and the database. */
    String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static SameBy of(String id) {
        return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
