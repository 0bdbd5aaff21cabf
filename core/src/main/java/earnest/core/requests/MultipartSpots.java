package earnest.core.requests;

import earnest.core.json.BadField;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Fields of {@code multipart/form-data} (RFC 7578), with where their values stand. */
final class MultipartSpots {
    private static final Pattern NAME =
            Pattern.compile("(?i)form-data\\s*;[^\\r\\n]*\\bname=\"([^\"]*)\"");

    private MultipartSpots() {}

    static List<Spot> of(String body, String boundary) {
        List<Spot> found = new ArrayList<>();
        String mark = "--" + boundary;
        int at = body.indexOf(mark);
        if (at < 0) {
            throw bad();
        }
        while (!body.startsWith(mark + "--", at)) {
            int next = body.indexOf(mark, at + mark.length());
            if (next < 0) {
                throw bad();
            }
            Matcher blank =
                    Pattern.compile("\r?\n\r?\n").matcher(body).region(at + mark.length(), next);
            if (!blank.find()) {
                throw bad();
            }
            int from = blank.end();
            int to = next;
            if (to > from && body.charAt(to - 1) == '\n') {
                to--;
            }
            if (to > from && body.charAt(to - 1) == '\r') {
                to--;
            }
            Matcher name = NAME.matcher(body).region(at, blank.start());
            if (name.find()) {
                found.add(
                        new Spot(
                                Place.MULTIPART,
                                "multipart field “%s”".formatted(name.group(1)),
                                body.substring(from, to),
                                Spot.Text.BODY,
                                from,
                                to));
            }
            at = next;
        }
        return found;
    }

    private static BadField bad() {
        return new BadField("SAMPLE", "the multipart body does not fit its boundary");
    }
}
