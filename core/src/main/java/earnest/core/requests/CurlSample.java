package earnest.core.requests;

import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a {@code curl} command line. Headers that curl would add of its own accord, such as its
 * name, are not added.
 */
final class CurlSample {
    private static final Map<String, String> LONG =
            Map.of(
                    "--request", "-X",
                    "--header", "-H",
                    "--user", "-u",
                    "--data", "-d",
                    "--get", "-G",
                    "--form", "-F");
    private static final Pattern PARTS =
            Pattern.compile("(?i)(https?)://(?:([^/?#@]*)@)?([^/?#@]+)([/?#].*)?", Pattern.DOTALL);
    private static final String BOUNDARY = "------------------------earnest";

    private final List<Sample.Header> headers = new ArrayList<>();
    private final List<String> removed = new ArrayList<>();
    private final StringBuilder data = new StringBuilder();
    private final List<String> fields = new ArrayList<>();
    private @Nullable String method;
    private @Nullable String url;
    private @Nullable String user;
    private boolean hasData;
    private boolean json;
    private boolean get;

    private CurlSample() {}

    static boolean isOne(String text) {
        return text.stripLeading().matches("(?s)(?:\\$\\s+)?curl\\s.*");
    }

    static Sample read(String text, @Nullable String scheme) {
        CurlSample curl = new CurlSample();
        List<String> words = ShellWords.of(text.strip().replaceFirst("^\\$\\s+", ""));
        curl.options(words.subList(1, words.size()));
        return curl.sample(scheme);
    }

    private void options(List<String> words) {
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            if (word.startsWith("--") || word.length() > 1 && word.charAt(0) == '-') {
                boolean attached = !word.startsWith("--") && word.length() > 2;
                String name = attached ? word.substring(0, 2) : LONG.getOrDefault(word, word);
                if (name.equals("-G")) {
                    get = true;
                    if (attached) {
                        throw unknown("-" + word.charAt(2));
                    }
                    continue;
                }
                known(name);
                if (!attached && ++i == words.size()) {
                    throw new BadField(word, "its value is missing in the curl command");
                }
                option(name, attached ? word.substring(2) : words.get(i));
            } else {
                url(word);
            }
        }
    }

    private static void known(String name) {
        switch (name) {
            case "-X",
                    "-H",
                    "-u",
                    "-d",
                    "-F",
                    "--url",
                    "--data-raw",
                    "--data-urlencode",
                    "--json" -> {}
            default -> throw unknown(name);
        }
    }

    private static BadField unknown(String name) {
        return new BadField(name, "this option of curl is not taken");
    }

    private void option(String name, String value) {
        switch (name) {
            case "-X" -> method = value;
            case "-H" -> header(value);
            case "-u" -> user = value;
            case "--url" -> url(value);
            case "-d" -> data("&", inPlace("-d", value));
            case "--data-raw" -> data("&", value);
            case "--data-urlencode" -> data("&", urlEncoded(value));
            case "--json" -> {
                json = true;
                data("", inPlace("--json", value));
            }
            case "-F" -> fields.add(value);
            default -> throw unknown(name);
        }
    }

    private void url(String given) {
        if (url != null) {
            throw new BadField("SAMPLE", "the curl command has two URLs");
        }
        url = given;
    }

    private void header(String value) {
        int colon = value.indexOf(':');
        if (colon > 0 && !value.substring(colon + 1).isBlank()) {
            headers.add(
                    new Sample.Header(
                            value.substring(0, colon), value.substring(colon + 1).strip()));
        } else if (colon > 0) {
            removed.add(value.substring(0, colon));
        } else if (value.endsWith(";") && value.length() > 1) {
            headers.add(new Sample.Header(value.substring(0, value.length() - 1), ""));
        } else {
            throw new BadField("-H", "is no header: 'Name: value'");
        }
    }

    private static String inPlace(String option, String value) {
        if (value.startsWith("@")) {
            throw new BadField(option, "a file is not taken: give its content");
        }
        return value;
    }

    /** {@code content}, {@code =content} or {@code name=content}; curl encodes the content. */
    private static String urlEncoded(String value) {
        int equals = value.indexOf('=');
        int file = value.indexOf('@');
        if (file >= 0 && (equals < 0 || file < equals)) {
            throw new BadField("--data-urlencode", "a file is not taken: give its content");
        }
        if (equals < 0) {
            return Place.percent(value);
        }
        String name = value.substring(0, equals);
        return (name.isEmpty() ? "" : name + "=") + Place.percent(value.substring(equals + 1));
    }

    private void data(String between, String more) {
        if (hasData) {
            data.append(between);
        }
        data.append(more);
        hasData = true;
    }

    private Sample sample(@Nullable String scheme) {
        if (url == null) {
            throw new BadField("SAMPLE", "the curl command has no URL");
        }
        Matcher parts = PARTS.matcher(url.contains("://") ? url : "http://" + url);
        if (!parts.matches()) {
            throw new BadField("SAMPLE", "the URL is none of http or https");
        }
        String of = parts.group(1).toLowerCase(Locale.ROOT);
        if (scheme != null && !scheme.equals(of)) {
            throw new BadField("--" + scheme, "the URL of the sample says " + of);
        }
        if (hasData && !fields.isEmpty()) {
            throw new BadField("-F", "is not taken together with data");
        }
        String target = RawSample.path(parts.group(4));
        if (get && hasData) {
            target += (target.contains("?") ? "&" : "?") + data;
        }
        String body = body();
        return new Sample(
                of,
                method == null ? (body == null ? "GET" : "POST") : method,
                target,
                headers(parts.group(3), userOf(parts.group(2)), body),
                body);
    }

    private @Nullable String body() {
        if (!fields.isEmpty()) {
            StringBuilder parts = new StringBuilder();
            fields.forEach(field -> parts.append(part(field)));
            return parts.append("--").append(BOUNDARY).append("--\r\n").toString();
        }
        return hasData && !get ? data.toString() : null;
    }

    private static String part(String field) {
        int equals = field.indexOf('=');
        if (equals < 1) {
            throw new BadField("-F", "is no field: 'name=value'");
        }
        String name = field.substring(0, equals);
        String value = field.substring(equals + 1);
        if (value.startsWith("@") || value.startsWith("<")) {
            throw new BadField("-F", "a file is not taken: give its content");
        }
        String type = "";
        Matcher typed = Pattern.compile("(?s)(.*);type=([^;]+)").matcher(value);
        if (typed.matches()) {
            value = typed.group(1);
            type = "Content-Type: " + typed.group(2) + "\r\n";
        }
        String quoted = name.replace("\"", "%22").replace("\r", "%0D").replace("\n", "%0A");
        return "--%s\r\nContent-Disposition: form-data; name=\"%s\"\r\n%s\r\n%s\r\n"
                .formatted(BOUNDARY, quoted, type, value);
    }

    private @Nullable String userOf(@Nullable String inUrl) {
        if (user != null || inUrl == null) {
            return user;
        }
        String[] parts = inUrl.split(":", 2);
        StringBuilder decoded = new StringBuilder(Decoded.percent(parts[0], false));
        return parts.length == 1
                ? decoded.toString()
                : decoded.append(':').append(Decoded.percent(parts[1], false)).toString();
    }

    private List<Sample.Header> headers(
            String host, @Nullable String credentials, @Nullable String body) {
        List<Sample.Header> all = new ArrayList<>();
        offer(all, "Host", host(host));
        if (credentials != null) {
            if (credentials.indexOf(':') < 0) {
                throw new BadField("-u", "the password is missing: 'user:password'");
            }
            byte[] bytes = credentials.getBytes(StandardCharsets.UTF_8);
            offer(all, "Authorization", "Basic " + Base64.getEncoder().encodeToString(bytes));
        }
        all.addAll(headers);
        if (json) {
            offer(all, "Content-Type", "application/json");
            offer(all, "Accept", "application/json");
        } else if (!fields.isEmpty()) {
            offer(all, "Content-Type", "multipart/form-data; boundary=" + BOUNDARY);
        } else if (body != null) {
            offer(all, "Content-Type", "application/x-www-form-urlencoded");
        }
        return all;
    }

    private static String host(String given) {
        if (!given.matches("(?:[A-Za-z0-9._-]+|\\[[0-9A-Fa-f:.]+])(?::[0-9]{1,5})?")) {
            throw new BadField("SAMPLE", "the URL names no host");
        }
        return given;
    }

    /** Unless the command gives another or takes it away. */
    private void offer(List<Sample.Header> all, String name, String value) {
        boolean given =
                headers.stream().anyMatch(h -> h.is(name))
                        || removed.stream().anyMatch(name::equalsIgnoreCase);
        if (!given) {
            all.add(new Sample.Header(name, value));
        }
    }
}
