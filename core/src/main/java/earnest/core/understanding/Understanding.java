package earnest.core.understanding;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Says what a message wants, and what of it must be masked. Trained when it is made, which takes
 * about a second; the same lexicon gives the same answers. Thread-safe.
 */
public final class Understanding {
    /** From so sure on, a want counts; below, one asks instead of guessing. */
    public static final double ENOUGH = 0.6;

    private static final int OFFERED = 2;
    private static final int FOLDS = 5;
    private static final double OF_A_PART = 0.5;
    private static final int MOST_WEIGHED = 8;

    private final Map<Want, LinearModel> models = new EnumMap<>(Want.class);
    private final Map<Want, Calibration> calibrations = new EnumMap<>(Want.class);

    /** Trains on all examples, and learns how sure to be from those left out in turn. */
    public Understanding(Lexicon lexicon) {
        List<Labelled> all = new ArrayList<>();
        lexicon.examples()
                .forEach(
                        (want, sentences) ->
                                sentences.forEach(
                                        sentence ->
                                                all.add(
                                                        new Labelled(
                                                                want, Features.of(sentence)))));
        for (Want want : Want.values()) {
            models.put(want, train(all, want, -1));
            List<Calibration.Seen> seen = new ArrayList<>();
            for (int fold = 0; fold < FOLDS; fold++) {
                LinearModel without = train(all, want, fold);
                for (int i = fold; i < all.size(); i += FOLDS) {
                    Labelled one = all.get(i);
                    seen.add(new Calibration.Seen(without.score(one.vector), one.want == want));
                }
            }
            calibrations.put(want, Calibration.of(seen));
        }
    }

    private record Labelled(Want want, Features.Vector vector) {}

    /** Without the examples of a fold; -1: with all. */
    private static LinearModel train(List<Labelled> all, Want want, int fold) {
        List<LinearModel.Example> examples = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            if (fold < 0 || i % FOLDS != fold) {
                Labelled one = all.get(i);
                examples.add(new LinearModel.Example(one.vector, one.want == want));
            }
        }
        return LinearModel.train(examples);
    }

    /** A want, and how sure it is, 0 to 1. */
    public record Wanted(Want want, double sure) {}

    /** How much a word speaks for the want that is most sure. */
    public record Weighed(String word, double weight) {}

    /**
     * What a message says.
     *
     * @param wants most sure first: those that count; where none does, the two that may be meant
     * @param secrets in code points of the message as given
     * @param masked the message with each secret masked: the only one to be kept
     * @param weighed the words that weighed most
     */
    public record Understood(
            List<Wanted> wants, List<Place> secrets, String masked, List<Weighed> weighed) {}

    /** Understands a message. Secrets are found first; what they say counts for nothing. */
    public Understood understand(String message) {
        String masked = Masking.masked(message);
        List<Features.Vector> parts = parts(masked);
        List<Wanted> all = new ArrayList<>();
        for (Want want : Want.values()) {
            all.add(new Wanted(want, calibrations.get(want).sure(score(want, parts))));
        }
        all.sort(Comparator.comparingDouble(Wanted::sure).reversed());
        List<Wanted> wants = all.stream().filter(one -> one.sure >= ENOUGH).toList();
        return new Understood(
                wants.isEmpty() ? List.copyOf(all.subList(0, OFFERED)) : wants,
                Masking.secrets(message),
                masked,
                weighed(all.getFirst().want, masked));
    }

    /** The best of a few is higher by chance, so a part alone counts a little less. */
    private double score(Want want, List<Features.Vector> parts) {
        LinearModel model = models.get(want);
        double best = model.score(parts.getFirst());
        for (Features.Vector part : parts.subList(1, parts.size())) {
            best = Math.max(best, model.score(part) - OF_A_PART);
        }
        return best;
    }

    /** The whole, and each of its sentences: a want may stand in one of many. */
    private static List<Features.Vector> parts(String message) {
        List<Features.Vector> parts = new ArrayList<>();
        parts.add(Features.of(message));
        String[] sentences = message.split("(?<=[.!?])\\s+|\\n+");
        if (sentences.length > 1) {
            for (String sentence : sentences) {
                if (Features.words(sentence).size() > 2) {
                    parts.add(Features.of(sentence));
                }
            }
        }
        return parts;
    }

    private List<Weighed> weighed(Want want, String message) {
        LinearModel model = models.get(want);
        return Features.words(message).stream()
                .distinct()
                .map(word -> new Weighed(word, model.weight("w " + word)))
                .filter(one -> one.weight != 0)
                .sorted(
                        Comparator.comparingDouble((Weighed one) -> Math.abs(one.weight))
                                .reversed())
                .limit(MOST_WEIGHED)
                .toList();
    }
}
