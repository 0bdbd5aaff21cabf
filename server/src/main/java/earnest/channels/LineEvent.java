package earnest.channels;

import org.jspecify.annotations.Nullable;

/** What happens on the telephone line; told in a transaction, and committed or lost with it. */
public sealed interface LineEvent {
    String call();

    /**
     * A call rings.
     *
     * @param number shown, in E.164, or null if withheld: a claim, not a proof
     */
    record Rang(String call, @Nullable String number) implements LineEvent {}

    /** The caller hung up, or the line dropped. */
    record Ended(String call, boolean dropped) implements LineEvent {}

    /** A call that the desk placed is {@code ringing, answered, declined, unanswered, ended}. */
    record CallBack(String call, String state) implements LineEvent {}
}
