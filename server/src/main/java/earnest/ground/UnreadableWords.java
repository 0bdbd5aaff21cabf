package earnest.ground;

import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;

/**
 * Says what is wrong with a body and where, never what it was: that may be a secret. Messages of
 * the library quote values, so none of them is used.
 */
final class UnreadableWords {
    private static final int LONGEST = 60;

    private UnreadableWords() {}

    static String of(JacksonException json) {
        return switch (json) {
            case UnrecognizedPropertyException unknown -> unknown(unknown);
            case MismatchedInputException mismatch -> mismatch(mismatch);
            case StreamReadException broken -> broken(broken);
            default -> "What was sent is not JSON of the expected form.";
        };
    }

    private static String unknown(UnrecognizedPropertyException unknown) {
        Collection<Object> known = unknown.getKnownPropertyIds();
        String fields =
                known == null
                        ? ""
                        : " Known are: "
                                + known.stream()
                                        .map(String::valueOf)
                                        .sorted()
                                        .collect(Collectors.joining(", "))
                                + ".";
        return "There is no field '%s' here.".formatted(shown(unknown.getPropertyName())) + fields;
    }

    private static String mismatch(MismatchedInputException mismatch) {
        String field =
                mismatch.getPath().stream()
                        .map(JacksonException.Reference::getPropertyName)
                        .filter(java.util.Objects::nonNull)
                        .map(UnreadableWords::shown)
                        .collect(Collectors.joining("."));
        if (mismatch.getTargetType() == StrictJson.Unclean.class) {
            return "The field '%s' %s."
                    .formatted(
                            field,
                            mismatch.getOriginalMessage().substring("a text that ".length()));
        }
        Class<?> wanted =
                mismatch.getTargetType() == null ? Object.class : mismatch.getTargetType();
        return field.isEmpty()
                ? "The body has the wrong form; expected is %s.".formatted(expected(wanted))
                : "The field '%s' has the wrong form; expected is %s."
                        .formatted(field, expected(wanted));
    }

    private static String broken(StreamReadException broken) {
        String message = String.valueOf(broken.getOriginalMessage());
        var place = broken.getLocation();
        String where =
                place == null
                        ? ""
                        : " (line %d, column %d)".formatted(place.getLineNr(), place.getColumnNr());
        return message.startsWith("Duplicate ")
                ? "A field stands twice in what was sent%s.".formatted(where)
                : "What was sent is not JSON%s.".formatted(where);
    }

    /** A kind of value in words. */
    static String expected(Class<?> type) {
        if (type == UUID.class) {
            return "an id, such as 018f4e2a-7c1b-7d3e-9a55-0242ac120002";
        }
        if (type == Instant.class) {
            return "a moment, such as 2026-11-23T10:12:00Z";
        }
        if (type == boolean.class || type == Boolean.class) {
            return "true or false";
        }
        if (type.isPrimitive() || Number.class.isAssignableFrom(type)) {
            return "a whole number";
        }
        if (type.isEnum()) {
            return "one of "
                    + Arrays.stream(type.getEnumConstants())
                            .map(String::valueOf)
                            .collect(Collectors.joining(", "));
        }
        if (CharSequence.class.isAssignableFrom(type)) {
            return "a text";
        }
        if (Collection.class.isAssignableFrom(type) || type.isArray()) {
            return "a list";
        }
        return type.isRecord() || Map.class.isAssignableFrom(type)
                ? "an object with its fields"
                : "another kind of value";
    }

    /** A name that was sent, as far as it may be shown. */
    private static String shown(String name) {
        String line = CleanText.oneLine(name).replaceAll("\\p{Cs}", " ");
        return line.length() > LONGEST ? line.substring(0, LONGEST) + "…" : line;
    }
}
