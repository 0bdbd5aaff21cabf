package earnest.checks;

import earnest.channels.Texts;

/** How far a text is, in words. */
public final class DeliveryWords {
    private DeliveryWords() {}

    public static String of(Texts.State state) {
        return switch (state) {
            case WAITING, SENDING -> "waiting for the gateway";
            case UNKNOWN -> "no answer from the gateway yet";
            case LEFT -> "left";
            case ARRIVED -> "arrived";
            case FAILED -> "could not be sent";
            case UNCLEAR -> "nobody knows whether it left";
        };
    }
}
