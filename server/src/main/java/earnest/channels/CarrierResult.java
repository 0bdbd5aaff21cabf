package earnest.channels;

/** How far a carrier says a message got. */
public sealed interface CarrierResult {
    record Taken(boolean arrived) implements CarrierResult {}

    /**
     * It was surely not taken.
     *
     * @param forGood whether it would not be the next time either
     */
    record NotTaken(String words, boolean forGood) implements CarrierResult {}

    /** It may have been taken or not; it has to be asked. */
    record Unknown(String words) implements CarrierResult {}

    /** It may have been taken or not, and the carrier cannot be asked. */
    record Unclear(String words) implements CarrierResult {}
}
