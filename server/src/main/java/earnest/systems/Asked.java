package earnest.systems;

/** What came of asking a system for a change. */
public sealed interface Asked {
    /** It took effect on the server that takes writes. */
    record TookEffect() implements Asked {}

    /** The system said no; nothing changed. */
    record Refused(String words) implements Asked {}

    /** Nothing left for the system: it may be asked again. */
    record NotSent(String words) implements Asked {}

    /** Something may have left and no answer came: only reading back can tell. */
    record NoAnswer(String words) implements Asked {}
}
