package earnest.core.requests;

import earnest.core.json.BadField;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** All places in a sample. */
final class Spots {
    private static final Pattern BASIC = Pattern.compile("(?i)(basic +)(\\S+)");
    private static final Pattern SCHEME = Pattern.compile("([A-Za-z][A-Za-z0-9-]* +)(\\S+)");

    /** What the request's own shape stands in. */
    private static final List<String> SHAPE =
            List.of("host", "content-length", "content-type", "connection");

    private final Sample sample;
    private final List<Spot> found = new ArrayList<>();

    private Spots(Sample sample) {
        this.sample = sample;
    }

    /**
     * Finds them.
     *
     * @throws BadField if the body is not of the form that it says
     */
    static List<Spot> of(Sample sample) {
        Spots spots = new Spots(sample);
        spots.target();
        for (int i = 0; i < sample.headers().size(); i++) {
            spots.header(i, sample.headers().get(i));
        }
        String body = sample.body();
        if (body != null) {
            spots.body(body);
        }
        return spots.found;
    }

    private void target() {
        String target = sample.target();
        int query = target.indexOf('?');
        int pathEnd = query < 0 ? target.length() : query;
        int number = 0;
        for (int at = 0; at < pathEnd; ) {
            int slash = target.indexOf('/', at + 1);
            int end = slash < 0 || slash > pathEnd ? pathEnd : slash;
            number++;
            if (end > at + 1) {
                add(
                        Place.PATH,
                        "segment %d of the path".formatted(number),
                        target.substring(at + 1, end),
                        Spot.Text.TARGET,
                        at + 1);
            }
            at = end;
        }
        if (query >= 0) {
            pairs(target, query + 1, Place.QUERY, "query", Spot.Text.TARGET);
        }
    }

    /** Fields with their values, {@code name=value&…}. */
    private void pairs(String text, int from, Place place, String what, Spot.Text where) {
        for (int at = from; at <= text.length(); ) {
            int and = text.indexOf('&', at);
            int end = and < 0 ? text.length() : and;
            int equals = text.indexOf('=', at);
            if (equals >= 0 && equals < end) {
                add(
                        place,
                        "%s “%s”".formatted(what, text.substring(at, equals)),
                        text.substring(equals + 1, end),
                        where,
                        equals + 1);
            }
            at = end + 1;
        }
    }

    /** As it is encoded; what cannot be decoded is no place. */
    private void add(Place place, String name, String raw, Spot.Text text, int from) {
        try {
            String value = Decoded.percent(raw, place != Place.PATH);
            found.add(new Spot(place, name, value, text, from, from + raw.length()));
        } catch (IllegalArgumentException undecodable) {
            assert !raw.isEmpty();
        }
    }

    private void header(int index, Sample.Header header) {
        if (SHAPE.contains(header.name().toLowerCase(Locale.ROOT))) {
            return;
        }
        Spot.Text where = new Spot.Text(index);
        String value = header.value();
        String name = "header “%s”".formatted(header.name());
        if (header.is("Authorization")) {
            Matcher basic = BASIC.matcher(value);
            if (basic.matches()) {
                basic(basic.group(2), where, basic.start(2), value.length());
                return;
            }
            Matcher other = SCHEME.matcher(value);
            if (other.matches()) {
                found.add(
                        new Spot(
                                Place.HEADER,
                                name + " behind " + other.group(1).strip(),
                                other.group(2),
                                where,
                                other.start(2),
                                value.length()));
            }
        }
        found.add(new Spot(Place.HEADER, name, value, where, 0, value.length()));
    }

    private void basic(String credentials, Spot.Text where, int from, int to) {
        String decoded;
        try {
            decoded = Decoded.base64(credentials);
        } catch (IllegalArgumentException e) {
            throw new BadField("SAMPLE", "the basic authorisation is not base64 of user:password");
        }
        int colon = decoded.indexOf(':');
        if (colon < 0) {
            throw new BadField("SAMPLE", "the basic authorisation is not base64 of user:password");
        }
        found.add(
                new Spot(
                        Place.BASIC_USER,
                        "basic authorisation, user",
                        decoded.substring(0, colon),
                        where,
                        from,
                        to));
        found.add(
                new Spot(
                        Place.BASIC_PASSWORD,
                        "basic authorisation, password",
                        decoded.substring(colon + 1),
                        where,
                        from,
                        to));
    }

    private void body(String body) {
        String type = sample.mediaType();
        sample.header("Content-Type").ifPresent(Spots::inUtf8);
        String begin = body.stripLeading();
        if (type.isEmpty()) {
            type =
                    begin.startsWith("{") || begin.startsWith("[")
                            ? "application/json"
                            : begin.startsWith("<")
                                    ? "application/xml"
                                    : body.matches("[^\\s=&]+=[^\\n]*")
                                            ? "application/x-www-form-urlencoded"
                                            : "text/plain";
        }
        if (type.equals("application/x-www-form-urlencoded")) {
            pairs(body, 0, Place.FORM, "form field", Spot.Text.BODY);
        } else if (type.equals("application/json") || type.endsWith("+json")) {
            found.addAll(JsonSpots.of(body));
        } else if (type.equals("application/xml")
                || type.equals("text/xml")
                || type.endsWith("+xml")) {
            found.addAll(XmlSpots.of(body));
        } else if (type.equals("multipart/form-data")) {
            String boundary =
                    sample.boundary()
                            .orElseThrow(
                                    () ->
                                            new BadField(
                                                    "SAMPLE",
                                                    "the multipart body has no boundary"));
            found.addAll(MultipartSpots.of(body, boundary));
        } else {
            found.add(
                    new Spot(Place.BODY, "the whole body", body, Spot.Text.BODY, 0, body.length()));
        }
    }

    private static void inUtf8(String type) {
        Matcher charset = Pattern.compile("(?i);\\s*charset=\"?([^\";\\s]+)").matcher(type);
        if (charset.find()
                && !charset.group(1).equalsIgnoreCase("utf-8")
                && !charset.group(1).equalsIgnoreCase("us-ascii")) {
            throw new BadField(
                    "SAMPLE",
                    "the body is in %s; only UTF-8 is written".formatted(charset.group(1)));
        }
    }
}
