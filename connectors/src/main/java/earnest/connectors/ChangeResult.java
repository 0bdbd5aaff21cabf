package earnest.connectors;

/** What came of asking a system for a change. */
public sealed interface ChangeResult {
    /** It took effect on the server that takes writes. */
    record TookEffect() implements ChangeResult {}

    /** The system said no; nothing changed. */
    record Refused(String words) implements ChangeResult {}

    /** Nothing left for the system: it may be asked again. */
    record NotSent(String words) implements ChangeResult {}

    /** Something may have left and no answer came: only reading back can tell. */
    record NoAnswer(String words) implements ChangeResult {}
}
