package earnest.people;

import java.util.Locale;

/** What a contact is, and how it is called. */
public enum ContactKind {
    WORK_MOBILE("work mobile", true),
    DESK_PHONE("desk telephone", true),
    WORK_MAIL("work mail", false),
    OWN_MOBILE("own mobile", true),
    OWN_MAIL("own mail", false);

    private final String words;
    private final boolean telephone;

    ContactKind(String words, boolean telephone) {
        this.words = words;
        this.telephone = telephone;
    }

    public String words() {
        return words;
    }

    public boolean telephone() {
        return telephone;
    }

    /** Whether texts reach it. */
    public boolean mobile() {
        return this == WORK_MOBILE || this == OWN_MOBILE;
    }

    /** Whether the lock that keeps people out may keep them from it as well. */
    public boolean behindTheLock() {
        return this == WORK_MAIL;
    }

    /** Stands for the path of any one of this kind, where it is not known which. */
    public String path() {
        return (telephone ? "phone:" : "mailbox:") + id();
    }

    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** One by its id. */
    public static ContactKind of(String id) {
        return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
