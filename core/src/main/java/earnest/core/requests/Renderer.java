package earnest.core.requests;

import earnest.core.json.BadField;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Writes a request out of a description and the values of its slots. Not thread-safe. */
public final class Renderer {
    private static final String HIDDEN = "•••";
    private static final String BOUNDARY = "earnest-boundary";

    private final Description description;
    private final Map<Slot, String> values;
    private final boolean hide;
    private final String boundary;

    private Renderer(Description description, Map<Slot, String> values, boolean hide) {
        this.description = description;
        this.values = values;
        this.hide = hide;
        this.boundary = boundary(values);
    }

    /**
     * The bytes of the request (RFC 9112).
     *
     * @param values one for each slot; the number in E.164
     * @throws BadField if one is missing, or of no slot
     * @throws CannotCarry if one cannot be written where it stands, which names the place
     */
    public static byte[] render(Description description, Map<Slot, String> values) {
        return checked(description, values, false).request();
    }

    /**
     * As {@link #render}, with what is secret hidden, and the whole of a basic authorisation;
     * everything else, the length too, is as it would be sent.
     */
    public static byte[] shown(Description description, Map<Slot, String> values) {
        checked(description, values, false).request();
        return checked(description, values, true).request();
    }

    private static Renderer checked(
            Description description, Map<Slot, String> values, boolean hide) {
        for (Slot slot : description.slots()) {
            if (!values.containsKey(slot)) {
                throw new BadField(slot.word(), "is missing");
            }
        }
        for (Slot slot : values.keySet()) {
            if (!description.slots().contains(slot)) {
                throw new BadField(slot.word(), "the request has no place for it");
            }
        }
        String number = values.get(Slot.NUMBER);
        if (number != null) {
            NumberForm.check(number);
        }
        return new Renderer(description, values, hide);
    }

    /** One that no value holds, so that none can end a part. */
    private static String boundary(Map<Slot, String> values) {
        String boundary = BOUNDARY;
        for (int i = 0; ; i++) {
            String tried = boundary + "-" + i;
            if (values.values().stream().noneMatch(value -> value.contains(tried))) {
                return tried;
            }
        }
    }

    private byte[] request() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        List<Piece> body = description.body();
        write(out, description.method() + " ");
        write(out, written(description.target()));
        write(out, " HTTP/1.1\r\n");
        for (Description.Header header : description.headers()) {
            String value = written(header.value());
            write(out, header.name() + ":" + (value.isEmpty() ? "" : " ") + value + "\r\n");
        }
        write(out, "\r\n");
        if (body != null) {
            write(out, written(body));
        }
        return out.toByteArray();
    }

    private static void write(ByteArrayOutputStream out, String text) {
        out.writeBytes(text.getBytes(StandardCharsets.UTF_8));
    }

    private String written(List<Piece> pieces) {
        StringBuilder out = new StringBuilder();
        for (Piece piece : pieces) {
            out.append(
                    switch (piece) {
                        case Piece.Literal(String text) -> text;
                        case Piece.Filled(Slot slot, Place place) -> filled(slot, place);
                        case Piece.Basic _ -> basic();
                        case Piece.Length _ -> length();
                        case Piece.Boundary _ -> boundary;
                    });
        }
        return out.toString();
    }

    private String filled(Slot slot, Place place) {
        return hide && slot.isSecret() ? HIDDEN : write(slot, place);
    }

    private String write(Slot slot, Place place) {
        String value = Objects.requireNonNull(values.get(slot));
        try {
            if (slot == Slot.NUMBER) {
                value = Objects.requireNonNull(description.number()).write(value);
            }
            return place.write(value);
        } catch (CannotCarry cannot) {
            throw new CannotCarry(
                    "%s stands in %s: %s"
                            .formatted(slot.word(), place.words(), cannot.getMessage()));
        }
    }

    private String basic() {
        if (hide) {
            return HIDDEN;
        }
        String credentials =
                write(Slot.USER, Place.BASIC_USER)
                        + ":"
                        + write(Slot.PASSWORD, Place.BASIC_PASSWORD);
        return Base64.getEncoder().encodeToString(credentials.getBytes(StandardCharsets.UTF_8));
    }

    /** Of the body as it is sent. */
    private String length() {
        List<Piece> body = description.body();
        if (body == null) {
            return "0";
        }
        Renderer open = new Renderer(description, values, false);
        return String.valueOf(open.written(body).getBytes(StandardCharsets.UTF_8).length);
    }
}
