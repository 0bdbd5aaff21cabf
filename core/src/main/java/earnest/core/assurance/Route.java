package earnest.core.assurance;

import java.util.Locale;

/** How a new secret may reach its person. */
public enum Route {
    APPROVER,
    LINK,
    MAIL,
    READ_ALOUD,
    TEXT;

    /** The name in rulebooks. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * The route of a rulebook's word.
     *
     * @throws BadInput naming {@code field} if there is none
     */
    public static Route of(String word, String field) {
        for (Route route : values()) {
            if (route.word().equals(word)) {
                return route;
            }
        }
        throw new BadInput(field, "unknown route '" + word + "'");
    }
}
