package earnest.core.requests;

import earnest.core.json.BadField;
import earnest.core.json.Json;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Reads a description; what it does not know it refuses. */
final class DescriptionReader {
    private static final Set<String> KNOWN =
            Set.of("version", "scheme", "method", "target", "headers", "body", "number", "taken");
    private static final Set<Place> IN_BODY =
            EnumSet.of(
                    Place.FORM,
                    Place.JSON,
                    Place.JSON_NUMBER,
                    Place.XML,
                    Place.XML_ATTRIBUTE,
                    Place.MULTIPART,
                    Place.BODY);
    private static final Map<String, Set<Place>> PLACES =
            Map.of(
                    "target", EnumSet.of(Place.PATH, Place.QUERY),
                    "headers.value", EnumSet.of(Place.HEADER));
    private final Map<String, Object> fields;

    DescriptionReader(Map<String, Object> fields) {
        this.fields = fields;
    }

    Description read() {
        only("description", fields, KNOWN);
        String scheme = text("scheme", fields.get("scheme"));
        if (!scheme.equals("https") && !scheme.equals("http")) {
            throw new BadField("scheme", "must be https or http");
        }
        List<Description.Header> headers = headers();
        List<Piece> target = pieces("target", fields.get("target"));
        Object body = fields.get("body");
        Description description =
                new Description(
                        scheme,
                        text("method", fields.get("method")),
                        target,
                        headers,
                        body == null ? null : pieces("body", body),
                        number(),
                        Taken.read(fields.get("taken")));
        shape(description);
        return description;
    }

    /** What stands literally must be a request too. */
    private static void shape(Description description) {
        String target = literal(description.target());
        if (!target.startsWith("/") || target.chars().anyMatch(c -> c <= ' ' || c > '~')) {
            throw new BadField("target", "must be a path, in ASCII and without white space");
        }
        if (!description.method().matches("[A-Za-z]{1,20}")) {
            throw new BadField("method", "is none");
        }
        for (Description.Header header : description.headers()) {
            if (!header.name().matches("[!#$%&'*+.^_`|~0-9A-Za-z-]+")
                    || literal(header.value())
                            .chars()
                            .anyMatch(c -> c > '~' || c < ' ' && c != '\t')) {
                throw new BadField("headers", "one is none");
            }
        }
        boolean asksNumber = description.slots().contains(Slot.NUMBER);
        if (asksNumber && description.number() == null) {
            throw new BadField("number", "is missing: how numbers are written");
        }
    }

    private static String literal(List<Piece> pieces) {
        StringBuilder text = new StringBuilder();
        for (Piece piece : pieces) {
            if (piece instanceof Piece.Literal(String words)) {
                text.append(words);
            }
        }
        return text.toString();
    }

    private List<Description.Header> headers() {
        List<Object> list = Json.list(fields.get("headers"));
        if (list == null) {
            throw new BadField("headers", "must be a list");
        }
        List<Description.Header> headers = new ArrayList<>();
        for (Object one : list) {
            Map<String, Object> header = Json.object(one);
            if (header == null) {
                throw new BadField("headers", "each must be an object");
            }
            only("headers", header, Set.of("name", "value"));
            headers.add(
                    new Description.Header(
                            text("headers.name", header.get("name")),
                            pieces("headers.value", header.get("value"))));
        }
        return headers;
    }

    private static List<Piece> pieces(String field, @Nullable Object value) {
        List<Object> list = Json.list(value);
        if (list == null) {
            throw new BadField(field, "must be a list");
        }
        List<Piece> pieces = new ArrayList<>();
        for (Object one : list) {
            pieces.add(piece(field, one));
        }
        return pieces;
    }

    private static Piece piece(String field, Object one) {
        if (one instanceof String text) {
            return new Piece.Literal(text);
        }
        Map<String, Object> fields = Json.object(one);
        if (fields == null) {
            throw new BadField(field, "holds text and slots only");
        }
        Object made = fields.get("made");
        if (made != null) {
            only(field, fields, Set.of("made"));
            return switch (made.toString()) {
                case "basic" -> new Piece.Basic();
                case "length" -> new Piece.Length();
                case "boundary" -> new Piece.Boundary();
                default -> throw new BadField(field, "what is made is basic, length or boundary");
            };
        }
        only(field, fields, Set.of("slot", "place"));
        Slot slot = Slot.of(text(field, fields.get("slot")));
        Place place = Place.of(field, text(field, fields.get("place")));
        // Written for another place, a value could change the shape of the request.
        if (!PLACES.getOrDefault(field, IN_BODY).contains(place)) {
            throw new BadField(field, "has no place '%s'".formatted(place.word()));
        }
        return new Piece.Filled(slot, place);
    }

    private @Nullable NumberForm number() {
        Object value = fields.get("number");
        if (value == null) {
            return null;
        }
        Map<String, Object> form = Json.object(value);
        if (form == null) {
            throw new BadField("number", "must be an object");
        }
        only("number", form, Set.of("form", "region", "trunk"));
        NumberForm.Kind kind = NumberForm.Kind.of(text("number.form", form.get("form")));
        if (kind != NumberForm.Kind.NATIONAL) {
            return new NumberForm(kind, "", null);
        }
        String region = text("number.region", form.get("region"));
        NumberForm.code(region);
        String trunk = form.containsKey("trunk") ? text("number.trunk", form.get("trunk")) : "";
        if (!trunk.matches("[0-9]{0,2}")) {
            throw new BadField("number.trunk", "must be at most two digits");
        }
        return new NumberForm(kind, trunk, region);
    }

    static void only(String field, Map<String, Object> fields, Set<String> known) {
        for (String name : fields.keySet()) {
            if (!known.contains(name)) {
                throw new BadField(field, "'%s' is not known".formatted(name));
            }
        }
    }

    static String text(String field, @Nullable Object value) {
        if (!(value instanceof String text)) {
            throw new BadField(field, "must be text");
        }
        return text;
    }
}
