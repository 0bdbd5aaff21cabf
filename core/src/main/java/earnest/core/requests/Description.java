package earnest.core.requests;

import earnest.core.json.BadField;
import earnest.core.json.Json;
import earnest.core.json.JsonText;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * A request with slots. Its JSON is described by {@code description.schema.json}.
 *
 * @param body null: it has none
 * @param number how numbers are written; null: there is no number in it
 * @param taken how a good answer is told; null: by any status from 200 to 299
 */
public record Description(
        String scheme,
        String method,
        List<Piece> target,
        List<Header> headers,
        @Nullable List<Piece> body,
        @Nullable NumberForm number,
        @Nullable Taken taken) {
    private static final int VERSION = 1;

    /** A header with slots. */
    record Header(String name, List<Piece> value) {}

    /** The slots that it has. */
    public Set<Slot> slots() {
        Set<Slot> slots = new TreeSet<>();
        collect(target, slots);
        headers.forEach(header -> collect(header.value, slots));
        if (body != null) {
            collect(body, slots);
        }
        return slots;
    }

    private static void collect(List<Piece> pieces, Set<Slot> slots) {
        for (Piece piece : pieces) {
            switch (piece) {
                case Piece.Filled filled -> slots.add(filled.slot());
                case Piece.Basic _ -> slots.addAll(Set.of(Slot.USER, Slot.PASSWORD));
                case Piece.Literal _, Piece.Length _, Piece.Boundary _ -> {}
            }
        }
    }

    /** As JSON, one line. */
    public String json() {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("version", VERSION);
        fields.put("scheme", scheme);
        fields.put("method", method);
        fields.put("target", json(target));
        fields.put(
                "headers",
                headers.stream()
                        .map(h -> Map.of("name", h.name, "value", json(h.value)))
                        .map(
                                h -> {
                                    Map<String, Object> ordered = new LinkedHashMap<>();
                                    ordered.put("name", h.get("name"));
                                    ordered.put("value", h.get("value"));
                                    return (Object) ordered;
                                })
                        .toList());
        if (body != null) {
            fields.put("body", json(body));
        }
        if (number != null) {
            Map<String, Object> form = new LinkedHashMap<>();
            form.put("form", number.kind().word);
            if (number.region() != null) {
                form.put("region", number.region());
                form.put("trunk", number.trunk());
            }
            fields.put("number", form);
        }
        if (taken != null) {
            fields.put("taken", taken.fields());
        }
        return JsonText.of(fields);
    }

    private static List<Object> json(List<Piece> pieces) {
        List<Object> list = new ArrayList<>();
        for (Piece piece : pieces) {
            list.add(
                    switch (piece) {
                        case Piece.Literal(String text) -> text;
                        case Piece.Filled(Slot slot, Place place) -> {
                            Map<String, Object> fields = new LinkedHashMap<>();
                            fields.put("slot", slot.word());
                            fields.put("place", place.word());
                            yield fields;
                        }
                        case Piece.Basic _ -> Map.of("made", "basic");
                        case Piece.Length _ -> Map.of("made", "length");
                        case Piece.Boundary _ -> Map.of("made", "boundary");
                    });
        }
        return list;
    }

    /**
     * Reads what {@link #json} wrote, or somebody by hand.
     *
     * @throws BadField if it is no description
     */
    public static Description read(Object json) {
        Map<String, Object> fields = Json.object(json);
        if (fields == null) {
            throw new BadField("description", "must be an object");
        }
        DescriptionReader reader = new DescriptionReader(fields);
        if (!Long.valueOf(VERSION).equals(fields.get("version"))) {
            throw new BadField("version", "must be 1");
        }
        return reader.read();
    }
}
