package earnest.core.understanding;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds what somebody wrote that nobody should read: a password, a one-time or recovery code, a PIN
 * or PUK, a set-up key, an answer to a question, a password inside an address or JSON. Rather one
 * word too many than a password in the clear; but never a mail address, a ticket, a telephone
 * number or a date by itself. Thread-safe.
 */
public final class Masking {
    /** What stands in the place of each. */
    public static final String MASK = "•••";

    private Masking() {}

    /** Where secrets stand, in the order of the message; none touches another. */
    public static List<Place> secrets(String message) {
        return inCodePoints(message, places(message));
    }

    /** The message with each replaced by {@link #MASK}. */
    public static String masked(String message) {
        StringBuilder masked = new StringBuilder();
        int at = 0;
        for (Place place : places(message)) {
            masked.append(message, at, place.from()).append(MASK);
            at = place.to();
        }
        return masked.append(message.substring(at)).toString();
    }

    /** In characters. */
    private static List<Place> places(String message) {
        List<Place> found = new ArrayList<>();
        SecretPatterns.find(message, (from, to) -> found.add(new Place(from, to)));
        SecretCues.find(message, (from, to) -> found.add(new Place(from, to)));
        SecretMentions.find(message, (from, to) -> found.add(new Place(from, to)));
        found.removeIf(place -> place.from() >= place.to());
        found.sort(Comparator.comparingInt(Place::from).thenComparingInt(Place::to));
        List<Place> merged = new ArrayList<>();
        for (Place place : found) {
            Place last = merged.isEmpty() ? null : merged.getLast();
            if (last != null && place.from() <= last.to()) {
                merged.set(
                        merged.size() - 1, new Place(last.from(), Math.max(last.to(), place.to())));
            } else {
                merged.add(place);
            }
        }
        return merged;
    }

    private static List<Place> inCodePoints(String message, List<Place> places) {
        return places.stream()
                .map(
                        place ->
                                new Place(
                                        message.codePointCount(0, place.from()),
                                        message.codePointCount(0, place.to())))
                .toList();
    }
}
