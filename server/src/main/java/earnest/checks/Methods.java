package earnest.checks;

import java.util.Locale;

/** The methods that this desk offers; what they weigh is in the rulebook. */
enum Methods {
    NUMBER_SHOWN("Number shown"),
    CODE_BY_TEXT("Code by text"),
    AUTHENTICATOR("Authenticator code"),
    CALL_BACK("Call back"),
    STAFF_FACT("Staff fact");

    private final String label;

    Methods(String label) {
        this.label = label;
    }

    String label() {
        return label;
    }

    String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    static Methods of(String id) {
        return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
    }
}
