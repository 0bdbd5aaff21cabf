package earnest.core.requests;

import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads raw HTTP (RFC 9112), with line ends of either kind. */
final class RawSample {
    private static final Pattern FIRST =
            Pattern.compile("([A-Za-z]+) +(\\S+) +HTTP/[0-9](?:\\.[0-9])?");
    private static final Pattern ABSOLUTE =
            Pattern.compile("(?i)(https?)://([^/?#@]+)([/?][^#]*)?(?:#.*)?");

    private RawSample() {}

    static Sample read(String given, String scheme) {
        String text = given.stripLeading();
        Matcher blank = Pattern.compile("\r?\n\r?\n").matcher(text);
        boolean ended = blank.find();
        String head = ended ? text.substring(0, blank.start()) : text;
        String body = ended ? withoutLastLineEnd(text.substring(blank.end())) : "";
        String[] lines = head.strip().split("\r?\n");
        Matcher first = FIRST.matcher(lines[0].strip());
        if (!first.matches()) {
            throw new BadField(
                    "SAMPLE",
                    "is neither a curl command nor HTTP, which begins like 'POST /path HTTP/1.1'");
        }
        List<Sample.Header> headers = new ArrayList<>();
        for (int i = 1; i < lines.length; i++) {
            int colon = lines[i].indexOf(':');
            if (colon < 1) {
                throw new BadField("SAMPLE", "line %d is no header".formatted(i + 1));
            }
            headers.add(
                    new Sample.Header(
                            lines[i].substring(0, colon), lines[i].substring(colon + 1).strip()));
        }
        if (headers.stream().anyMatch(h -> h.is("Transfer-Encoding"))) {
            throw new BadField("SAMPLE", "a body in chunks is not taken");
        }
        return sample(first.group(1), first.group(2), scheme, headers, body);
    }

    private static Sample sample(
            String method, String target, String scheme, List<Sample.Header> headers, String body) {
        @Nullable String content = body.isEmpty() ? null : body;
        Matcher absolute = ABSOLUTE.matcher(target);
        if (absolute.matches()) {
            if (headers.stream().noneMatch(h -> h.is("Host"))) {
                headers.addFirst(new Sample.Header("Host", absolute.group(2)));
            }
            return new Sample(
                    absolute.group(1).toLowerCase(java.util.Locale.ROOT),
                    method,
                    path(absolute.group(3)),
                    headers,
                    content);
        }
        if (headers.stream().noneMatch(h -> h.is("Host"))) {
            throw new BadField("SAMPLE", "header Host is missing");
        }
        return new Sample(scheme, method, path(target), headers, content);
    }

    /** Path and query, without a fragment. */
    static String path(@Nullable String target) {
        if (target == null || target.isEmpty()) {
            return "/";
        }
        String sent = target.split("#", 2)[0];
        return sent.startsWith("?") ? "/" + sent : sent;
    }

    private static String withoutLastLineEnd(String body) {
        if (body.endsWith("\r\n")) {
            return body.substring(0, body.length() - 2);
        }
        return body.endsWith("\n") ? body.substring(0, body.length() - 1) : body;
    }
}
