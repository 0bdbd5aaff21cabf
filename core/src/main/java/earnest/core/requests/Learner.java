package earnest.core.requests;

import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Makes a description of a sample and of what was marked in it. Not thread-safe. */
public final class Learner {
    /** What is shorter may well stand elsewhere by chance. */
    private static final int TELLING = 4;

    private final Sample sample;
    private final List<Spot> spots;
    private final Map<Slot, Spot> marked = new LinkedHashMap<>();
    private final Map<Slot, String> marks = new LinkedHashMap<>();
    private @Nullable NumberForm number;

    private Learner(Sample sample) {
        this.sample = sample;
        this.spots = Spots.of(sample);
    }

    /**
     * Makes a description, which holds nothing of the marks' values.
     *
     * @param sample raw HTTP or a {@code curl} command line
     * @param marks what stands in it for each slot, as a receiver reads it; a number in E.164
     * @param region whose national numbers the sample may show, or null
     * @param scheme of a raw sample, or null
     * @param answer a good answer, or null
     * @throws BadField if a mark is not the whole value of exactly one place, which names the
     *     places; if the sample is none; if it would hold a credential
     */
    public static Description learn(
            String sample,
            Map<Slot, String> marks,
            @Nullable String region,
            @Nullable String scheme,
            @Nullable String answer) {
        if (region != null) {
            NumberForm.code(region);
        }
        Learner learner = new Learner(Sample.read(sample, scheme));
        marks.forEach((slot, value) -> learner.mark(slot, value, region));
        learner.credentials();
        Description description = learner.description(answer);
        learner.nothingLeft(description);
        return description;
    }

    private void mark(Slot slot, String value, @Nullable String region) {
        List<Spot> found = new ArrayList<>();
        if (slot == Slot.NUMBER) {
            NumberForm.check(value);
            for (Spot spot : spots) {
                Optional<NumberForm> form = NumberForm.international(spot.value(), value);
                if (form.isEmpty() && region != null) {
                    form = NumberForm.national(spot.value(), value, region);
                }
                if (form.isPresent()) {
                    number = form.get();
                    found.add(spot);
                }
            }
            if (found.isEmpty()
                    && region == null
                    && spots.stream()
                            .anyMatch(spot -> NumberForm.perhapsNational(spot.value(), value))) {
                throw new BadField(
                        "--region", "is missing: the sample writes the number in a national form");
            }
        } else {
            spots.stream().filter(spot -> spot.value().equals(value)).forEach(found::add);
        }
        if (value.isEmpty() || found.size() != 1) {
            throw new BadField(
                    slot.word(),
                    found.size() > 1
                            ? "stands in %d places: %s. Change the sample so that they differ"
                                    .formatted(found.size(), names(found))
                            : "is the whole value of no place. There are these: " + names(spots));
        }
        for (Map.Entry<Slot, Spot> other : marked.entrySet()) {
            if (other.getValue().equals(found.getFirst())) {
                throw new BadField(
                        slot.word(),
                        "stands where %s does: %s"
                                .formatted(other.getKey().word(), found.getFirst().name()));
            }
        }
        marked.put(slot, found.getFirst());
        marks.put(slot, value);
    }

    private static String names(List<Spot> spots) {
        return spots.isEmpty()
                ? "none"
                : spots.stream().map(Spot::name).collect(Collectors.joining(", "));
    }

    /** A basic or other authorisation of the sample is somebody's own. */
    private void credentials() {
        for (Spot spot : spots) {
            boolean basic =
                    spot.place() == Place.BASIC_USER || spot.place() == Place.BASIC_PASSWORD;
            if (basic && !marked.containsValue(spot)) {
                throw new BadField(
                        spot.place() == Place.BASIC_USER ? "user" : "password",
                        "is in the basic authorisation and has to be marked");
            }
            if (spot.place().word().startsWith("basic")) {
                Slot slot = spot.place() == Place.BASIC_USER ? Slot.USER : Slot.PASSWORD;
                if (!spot.equals(marked.get(slot))) {
                    throw new BadField(
                            slot.word(), "is what stands in the basic authorisation, nothing else");
                }
            }
        }
        for (int i = 0; i < sample.headers().size(); i++) {
            Spot.Text text = new Spot.Text(i);
            if (sample.headers().get(i).is("Authorization")
                    && marked.values().stream().noneMatch(spot -> spot.text().equals(text))) {
                throw new BadField(
                        "password", "is in the header Authorization and has to be marked");
            }
        }
    }

    private Description description(@Nullable String answer) {
        List<Description.Header> headers = new ArrayList<>();
        boolean length = false;
        for (int i = 0; i < sample.headers().size(); i++) {
            Sample.Header header = sample.headers().get(i);
            if (header.is("Content-Length")) {
                length = true;
                headers.add(new Description.Header(header.name(), List.of(new Piece.Length())));
            } else {
                List<Piece> value = cut(header.value(), new Spot.Text(i));
                headers.add(
                        new Description.Header(
                                header.name(),
                                header.is("Content-Type") ? bounded(value, false) : value));
            }
        }
        String body = sample.body();
        if (body != null && !length) {
            headers.add(new Description.Header("Content-Length", List.of(new Piece.Length())));
        }
        return new Description(
                sample.scheme(),
                sample.method(),
                cut(sample.target(), Spot.Text.TARGET),
                headers,
                body == null ? null : bounded(cut(body, Spot.Text.BODY), !body.contains("\r\n")),
                number,
                answer == null ? null : Taken.learn(answer));
    }

    /** A text with slots where it was marked. */
    private List<Piece> cut(String text, Spot.Text where) {
        List<Piece> pieces = new ArrayList<>();
        int at = 0;
        boolean basic = false;
        for (Map.Entry<Slot, Spot> mark :
                marked.entrySet().stream()
                        .filter(m -> m.getValue().text().equals(where))
                        .sorted(Comparator.comparingInt(m -> m.getValue().from()))
                        .toList()) {
            Spot spot = mark.getValue();
            if (spot.from() < at) {
                if (basic) {
                    continue;
                }
                throw new BadField(mark.getKey().word(), "stands within another: " + spot.name());
            }
            literal(pieces, text.substring(at, spot.from()));
            basic = spot.place().word().startsWith("basic");
            pieces.add(basic ? new Piece.Basic() : new Piece.Filled(mark.getKey(), spot.place()));
            at = spot.to();
        }
        literal(pieces, text.substring(at));
        return pieces;
    }

    private static void literal(List<Piece> pieces, String text) {
        if (!text.isEmpty()) {
            pieces.add(new Piece.Literal(text));
        }
    }

    /**
     * With the boundary of a multipart body as a piece of its own, since it is chosen anew for each
     * request.
     *
     * @param lineEnds whether the sample lost the line ends that HTTP has
     */
    private List<Piece> bounded(List<Piece> pieces, boolean lineEnds) {
        Optional<String> boundary = sample.boundary();
        if (boundary.isEmpty()) {
            return pieces;
        }
        List<Piece> bounded = new ArrayList<>();
        for (Piece piece : pieces) {
            if (!(piece instanceof Piece.Literal(String text))) {
                bounded.add(piece);
                continue;
            }
            String whole = lineEnds ? text.replace("\n", "\r\n") : text;
            int at = 0;
            for (int found = whole.indexOf(boundary.get());
                    found >= 0;
                    found = whole.indexOf(boundary.get(), at)) {
                literal(bounded, whole.substring(at, found));
                bounded.add(new Piece.Boundary());
                at = found + boundary.get().length();
            }
            literal(bounded, whole.substring(at));
        }
        return bounded;
    }

    /**
     * A number or a password may not stand within another value either: a description is passed
     * around. A text may, since a word of it is nobody's.
     */
    private void nothingLeft(Description description) {
        String number = marks.get(Slot.NUMBER);
        if (number != null && description.json().contains(number.substring(1))) {
            throw left(Slot.NUMBER);
        }
        String password = marks.get(Slot.PASSWORD);
        if (password != null
                && password.length() >= TELLING
                && spots.stream()
                        .filter(spot -> !marked.containsValue(spot) && !covered(spot))
                        .anyMatch(spot -> spot.value().contains(password))) {
            throw left(Slot.PASSWORD);
        }
    }

    /** Whether what was marked stands within it, such as the token behind its scheme. */
    private boolean covered(Spot spot) {
        return marked.values().stream()
                .anyMatch(
                        mark ->
                                mark.text().equals(spot.text())
                                        && mark.from() >= spot.from()
                                        && mark.to() <= spot.to());
    }

    private static BadField left(Slot slot) {
        return new BadField(
                slot.word(),
                "stands within another value of the sample as well; take it out there");
    }
}
