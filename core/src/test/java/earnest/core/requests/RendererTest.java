package earnest.core.requests;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import earnest.core.json.Json;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

import org.w3c.dom.Element;
import org.xml.sax.InputSource;

import java.io.StringReader;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

import javax.xml.parsers.DocumentBuilderFactory;

/** Whatever the text, the request keeps its shape, and the receiver reads exactly that text. */
class RendererTest {
    @Provide
    Arbitrary<String> texts() {
        return Arbitraries.oneOf(
                Arbitraries.strings().all().ofMaxLength(60).filter(RendererTest::whole),
                Arbitraries.of(
                                "\"",
                                "\\",
                                "&",
                                "=",
                                "<",
                                ">",
                                "]]>",
                                "'",
                                "\r\n",
                                "%",
                                "+",
                                "?",
                                "#",
                                "/",
                                "{",
                                "}",
                                "--earnest-boundary-0",
                                "\u0001",
                                "é",
                                "😀",
                                " ")
                        .list()
                        .ofMaxSize(12)
                        .map(parts -> String.join("", parts)));
    }

    /** A text file is UTF-8, so no half of a character ever comes. */
    private static boolean whole(String text) {
        return StandardCharsets.UTF_8.newEncoder().canEncode(text);
    }

    private static String body(String sample, String text) {
        String request = request(sample, text);
        String[] parts = request.split("\r\n\r\n", 2);
        String length = parts[0].replaceAll("(?s).*Content-Length: ([0-9]+).*", "$1");
        assertEquals(parts[1].getBytes(StandardCharsets.UTF_8).length, Integer.parseInt(length));
        return parts[1];
    }

    private static String request(String sample, String text) {
        Description description =
                Learner.learn(sample, Map.of(Slot.TEXT, "Hello"), null, null, null);
        return new String(
                Renderer.render(description, Map.of(Slot.TEXT, text)), StandardCharsets.UTF_8);
    }

    private static String sample(String type, String body) {
        return "POST /s HTTP/1.1\nHost: x.example\nContent-Type: " + type + "\n\n" + body;
    }

    @Property
    void json(@ForAll("texts") String text) {
        String body = body(sample("application/json", "{\"a\":1,\"t\":[\"Hello\"]}"), text);
        assertEquals(Map.of("a", 1L, "t", List.of(text)), Json.read(body));
    }

    @Property
    void form(@ForAll("texts") String text) {
        String body = body(sample("application/x-www-form-urlencoded", "a=1&t=Hello&b=2"), text);
        String[] fields = body.split("&");
        assertEquals(3, fields.length);
        assertEquals(text, URLDecoder.decode(fields[1].substring(2), StandardCharsets.UTF_8));
    }

    @Property
    void query(@ForAll("texts") String text) {
        String request = request("curl 'https://x.example/s?t=Hello&b=2'", text);
        assertTrue(request.matches("GET /s\\?t=[A-Za-z0-9%._~-]*&b=2 HTTP/1\\.1\r\n(?s).*"));
        String written = request.substring("GET /s?t=".length(), request.indexOf("&b=2 HTTP"));
        assertEquals(text, URLDecoder.decode(written, StandardCharsets.UTF_8));
    }

    @Property
    void path(@ForAll("texts") String text) {
        if (text.isEmpty() || text.equals(".") || text.equals("..")) {
            return;
        }
        String request = request("curl https://x.example/to/Hello/now", text);
        assertTrue(request.matches("GET /to/[A-Za-z0-9%._~-]+/now HTTP/1\\.1\r\n(?s).*"));
    }

    @Property
    void xml(@ForAll("texts") String text) throws Exception {
        for (String form : List.of("<s k='1'><t>Hello</t></s>", "<s k='1'><t v=\"Hello\"/></s>")) {
            String sample = sample("application/xml; charset=utf-8", form);
            if (text.codePoints().anyMatch(RendererTest::notXml)) {
                assertThrows(CannotCarry.class, () -> request(sample, text));
                continue;
            }
            Element root =
                    DocumentBuilderFactory.newInstance()
                            .newDocumentBuilder()
                            .parse(new InputSource(new StringReader(body(sample, text))))
                            .getDocumentElement();
            Element element = (Element) root.getFirstChild();
            assertEquals(
                    text,
                    form.contains("v=") ? element.getAttribute("v") : element.getTextContent());
            assertEquals(1, root.getChildNodes().getLength());
        }
    }

    private static boolean notXml(int c) {
        return c < 0x20 && c != '\t' && c != '\n' && c != '\r' || c == 0xfffe || c == 0xffff;
    }

    @Property
    void multipart(@ForAll("texts") String text) {
        String request = request("curl https://x.example/ -F t=Hello -F b=2", text);
        String boundary = request.replaceAll("(?s).*boundary=(\\S+)\r\n.*", "$1");
        String body = request.split("\r\n\r\n", 2)[1];
        String[] parts = body.split(java.util.regex.Pattern.quote("--" + boundary), -1);
        assertEquals(4, parts.length);
        assertEquals(
                "\r\nContent-Disposition: form-data; name=\"t\"\r\n\r\n" + text + "\r\n", parts[1]);
    }

    @Property
    void header(@ForAll("texts") String text) {
        String sample = "curl https://x.example/ -H 'X-Text: Hello' -H 'X-More: 1'";
        boolean fits =
                text.chars().allMatch(c -> c >= ' ' && c <= '~' || c == '\t')
                        && text.strip().equals(text);
        if (fits) {
            String request = request(sample, text);
            assertTrue(
                    request.contains("\r\nX-Text:" + (text.isEmpty() ? "" : " ") + text + "\r\n"));
        } else {
            assertThrows(CannotCarry.class, () -> request(sample, text));
        }
    }

    @Example
    void whatAPlaceCannotCarryIsRefused() {
        String basic = "curl https://x.example/ -u acme:hunter22 -d t=Hello";
        Map<Slot, String> marks =
                Map.of(Slot.USER, "acme", Slot.PASSWORD, "hunter22", Slot.TEXT, "Hello");
        Description description = Learner.learn(basic, marks, null, null, null);
        for (String user : List.of("a:b", "a\nb")) {
            assertThrows(
                    CannotCarry.class,
                    () ->
                            Renderer.shown(
                                    description,
                                    Map.of(Slot.USER, user, Slot.PASSWORD, "p", Slot.TEXT, "x")));
        }
        for (String segment : List.of("", ".", "..")) {
            assertThrows(
                    CannotCarry.class, () -> request("curl https://x.example/to/Hello", segment));
        }
        assertThrows(
                CannotCarry.class,
                () -> {
                    Description number =
                            Learner.learn(
                                    sample("application/json", "{\"t\":17}"),
                                    Map.of(Slot.REFERENCE, "17"),
                                    null,
                                    null,
                                    null);
                    Renderer.render(number, Map.of(Slot.REFERENCE, "1,\"b\":2"));
                });
    }
}
