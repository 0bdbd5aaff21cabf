package earnest.people;

import java.util.Locale;

/** What may be asked from memory. */
public enum FactKind {
    STAFF_NUMBER("the staff number"),
    MANAGER("the manager's name"),
    JOINED("month and year of joining"),
    LOCKER("the locker number");

    private final String words;

    FactKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static FactKind of(String id) {
        return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
