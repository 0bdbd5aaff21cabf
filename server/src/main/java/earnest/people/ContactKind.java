package earnest.people;

import java.util.Locale;

/** What a contact is, and how it is called. */
public enum ContactKind {
    WORK_MOBILE("work mobile", true, true),
    DESK_PHONE("desk telephone", true, false),
    WORK_MAIL("work mail", false, false),
    OWN_MAIL("own mail", false, false);

    private final String words;
    private final boolean telephone;
    private final boolean texts;

    ContactKind(String words, boolean telephone, boolean texts) {
        this.words = words;
        this.telephone = telephone;
        this.texts = texts;
    }

    public String words() {
        return words;
    }

    public boolean telephone() {
        return telephone;
    }

    /** Whether it takes texts. */
    public boolean texts() {
        return texts;
    }

    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static ContactKind of(String id) {
        return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
