package earnest.core.requests;

import earnest.core.json.BadField;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A request as a manual shows it.
 *
 * @param scheme {@code http} or {@code https}
 * @param target path and query
 * @param body null: it has none
 */
record Sample(
        String scheme, String method, String target, List<Header> headers, @Nullable String body) {
    /** As it stands in the sample. */
    record Header(String name, String value) {
        boolean is(String other) {
            return name.equalsIgnoreCase(other);
        }
    }

    Sample {
        headers = List.copyOf(headers);
        if (!method.matches("[A-Za-z]{1,20}")) {
            throw new BadField("SAMPLE", "the method is none");
        }
        if (!target.startsWith("/") || target.chars().anyMatch(c -> c <= ' ' || c > '~')) {
            throw new BadField(
                    "SAMPLE", "the target must be a path, in ASCII and without white space");
        }
        for (Header header : headers) {
            if (!header.name.matches("[!#$%&'*+.^_`|~0-9A-Za-z-]+")) {
                throw new BadField("SAMPLE", "'%s' is no name of a header".formatted(header.name));
            }
            if (header.value.chars().anyMatch(c -> c > '~' || c < ' ' && c != '\t')) {
                throw new BadField(
                        "SAMPLE", "header %s is not one line of ASCII".formatted(header.name));
            }
        }
    }

    /**
     * Reads raw HTTP or a {@code curl} command line.
     *
     * @param scheme of a raw sample; null: {@code https}
     * @throws BadField if it is neither, or what cannot be taken of it
     */
    static Sample read(String text, @Nullable String scheme) {
        return CurlSample.isOne(text)
                ? CurlSample.read(text, scheme)
                : RawSample.read(text, scheme == null ? "https" : scheme);
    }

    Optional<String> header(String name) {
        return headers.stream().filter(h -> h.is(name)).map(Header::value).findFirst();
    }

    /** Without parameters, in small letters; empty if it does not say. */
    String mediaType() {
        return header("Content-Type")
                .map(type -> type.split(";")[0].strip().toLowerCase(Locale.ROOT))
                .orElse("");
    }

    /** What stands between the parts of its body, if it is multipart. */
    Optional<String> boundary() {
        if (!mediaType().equals("multipart/form-data")) {
            return Optional.empty();
        }
        return header("Content-Type")
                .flatMap(
                        type ->
                                java.util.regex.Pattern.compile(
                                                "(?i);\\s*boundary=(?:\"([^\"]+)\"|([^;\\s]+))")
                                        .matcher(type)
                                        .results()
                                        .findFirst())
                .map(found -> found.group(1) == null ? found.group(2) : found.group(1));
    }
}
