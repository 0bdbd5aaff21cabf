package earnest.standins.world;

import org.jspecify.annotations.Nullable;

import java.util.List;

/**
 * One invented person.
 *
 * @param mobile in E.164, or null
 * @param desk phone ashore in E.164, or null
 * @param joined month as YYYY-MM
 * @param manager account name, or null for the few at the top
 * @param scene what is told about the person, or null for most
 */
public record Person(
        String account,
        @Nullable String given,
        String family,
        String staffNumber,
        String title,
        String vessel,
        String port,
        String speaks,
        @Nullable String mobile,
        @Nullable String desk,
        @Nullable String ownMail,
        String joined,
        String locker,
        @Nullable String manager,
        @Nullable Away away,
        List<String> groups,
        State state,
        boolean authenticator,
        @Nullable Change ownMailChange,
        @Nullable String scene) {

    /** How the account stands in the directory when the demo begins. */
    public enum State {
        OPEN,
        LOCKED,
        LONG_AWAY,
        VALIDITY_OVER,
        SWITCHED_OFF
    }

    /**
     * Away, and who stands in.
     *
     * @param days from when the demo is made
     * @param deputy account name
     */
    public record Away(int days, String deputy) {}

    /** A contact that changed {@code days} before the demo was made. */
    public record Change(int days, String by) {}

    public String name() {
        return given == null ? family : given + " " + family;
    }

    public String workMail() {
        return account + "@brackwater.example";
    }
}
