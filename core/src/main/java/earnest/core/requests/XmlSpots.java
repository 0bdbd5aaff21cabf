package earnest.core.requests;

import earnest.core.json.BadField;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Texts of elements and values of attributes in XML, with where they stand. A document type is not
 * taken, so that nothing is ever expanded or fetched.
 */
final class XmlSpots {
    private static final Pattern TAG =
            Pattern.compile(
                    "<([\\w:.-]+)((?:\\s+[\\w:.-]+\\s*=\\s*(?:\"[^\"<]*\"|'[^'<]*'))*)\\s*(/?)>");
    private static final Pattern END = Pattern.compile("</([\\w:.-]+)\\s*>");
    private static final Pattern ATTRIBUTE =
            Pattern.compile("([\\w:.-]+)\\s*=\\s*(\"([^\"<]*)\"|'([^'<]*)')");
    private static final Pattern ENTITY =
            Pattern.compile("&(?:#x([0-9A-Fa-f]{1,6})|#([0-9]{1,7})|(\\w+));");
    private static final Map<String, String> ENTITIES =
            Map.of("lt", "<", "gt", ">", "amp", "&", "quot", "\"", "apos", "'");

    /** An element that is open; {@code plain} while it holds text only. */
    private static final class Open {
        final String name;
        final int from;
        final StringBuilder value = new StringBuilder();
        boolean plain = true;

        Open(String name, int from) {
            this.name = name;
            this.from = from;
        }
    }

    private final String text;
    private final List<Spot> found = new ArrayList<>();
    private final Deque<Open> open = new ArrayDeque<>();
    private int at;

    private XmlSpots(String text) {
        this.text = text;
    }

    static List<Spot> of(String text) {
        XmlSpots spots = new XmlSpots(text);
        spots.read();
        return spots.found;
    }

    private void read() {
        boolean root = false;
        while (at < text.length()) {
            if (text.charAt(at) != '<') {
                characters();
            } else if (text.startsWith("<?", at)) {
                pass("?>");
            } else if (text.startsWith("<!--", at)) {
                pass("-->");
            } else if (text.startsWith("<![CDATA[", at)) {
                cdata();
            } else if (text.startsWith("<!", at)) {
                throw new BadField("SAMPLE", "a document type in XML is not taken");
            } else if (text.startsWith("</", at)) {
                end();
            } else {
                tag();
                root = true;
            }
        }
        if (!open.isEmpty() || !root) {
            throw bad();
        }
    }

    private static BadField bad() {
        return new BadField("SAMPLE", "the body is not XML");
    }

    private void pass(String mark) {
        int end = text.indexOf(mark, at);
        if (end < 0) {
            throw bad();
        }
        mixed();
        at = end + mark.length();
    }

    /** Something else than text stands in the element. */
    private void mixed() {
        if (!open.isEmpty()) {
            open.peek().plain = false;
        }
    }

    private void characters() {
        int next = text.indexOf('<', at);
        int end = next < 0 ? text.length() : next;
        String raw = text.substring(at, end);
        if (!open.isEmpty()) {
            open.peek().value.append(decoded(raw));
        } else if (!raw.isBlank()) {
            throw bad();
        }
        at = end;
    }

    private void cdata() {
        int end = text.indexOf("]]>", at);
        if (end < 0 || open.isEmpty()) {
            throw bad();
        }
        open.peek().value.append(text, at + "<![CDATA[".length(), end);
        at = end + "]]>".length();
    }

    private void tag() {
        Matcher tag = TAG.matcher(text).region(at, text.length());
        if (!tag.lookingAt()) {
            throw bad();
        }
        mixed();
        String path = path() + "/" + tag.group(1);
        Matcher attribute = ATTRIBUTE.matcher(text).region(tag.start(2), tag.end(2));
        while (attribute.find()) {
            int group = attribute.group(3) == null ? 4 : 3;
            found.add(
                    new Spot(
                            Place.XML_ATTRIBUTE,
                            "XML “%s” of %s".formatted(attribute.group(1), path),
                            decoded(attribute.group(group).replaceAll("[\\t\\r\\n]", " ")),
                            Spot.Text.BODY,
                            attribute.start(group),
                            attribute.end(group)));
        }
        at = tag.end();
        if (tag.group(3).isEmpty()) {
            open.push(new Open(tag.group(1), at));
        }
    }

    private void end() {
        Matcher end = END.matcher(text).region(at, text.length());
        if (!end.lookingAt() || open.isEmpty() || !open.peek().name.equals(end.group(1))) {
            throw bad();
        }
        String path = path();
        Open closed = open.pop();
        if (closed.plain) {
            found.add(
                    new Spot(
                            Place.XML,
                            "XML " + path,
                            closed.value.toString(),
                            Spot.Text.BODY,
                            closed.from,
                            at));
        }
        at = end.end();
    }

    private String path() {
        StringBuilder path = new StringBuilder();
        open.descendingIterator()
                .forEachRemaining(element -> path.append('/').append(element.name));
        return path.toString();
    }

    private static String decoded(String raw) {
        Matcher entity = ENTITY.matcher(raw);
        String replaced =
                entity.replaceAll(
                        found -> {
                            try {
                                String named = found.group(3);
                                if (named != null && !ENTITIES.containsKey(named)) {
                                    throw bad();
                                }
                                return Matcher.quoteReplacement(
                                        named != null
                                                ? ENTITIES.get(named)
                                                : Character.toString(
                                                        found.group(1) != null
                                                                ? Integer.parseInt(
                                                                        found.group(1), 16)
                                                                : Integer.parseInt(
                                                                        found.group(2))));
                            } catch (IllegalArgumentException noCharacter) {
                                throw bad();
                            }
                        });
        if (ENTITY.matcher(raw).replaceAll("").indexOf('&') >= 0) {
            throw bad();
        }
        return replaced;
    }
}
