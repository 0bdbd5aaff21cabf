package earnest.ground;

import jakarta.servlet.http.HttpServletResponse;

import org.springframework.http.MediaType;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;

/** Writes a problem document (RFC 9457) where no controller answers. */
public final class ProblemDocument {
    private ProblemDocument() {}

    public static String typeUri(String type) {
        return "urn:earnest:problem:" + type;
    }

    public static void write(HttpServletResponse response, int status, String type, String words)
            throws IOException {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("type", typeUri(type));
        document.put("title", type);
        document.put("status", status);
        document.put("detail", words);
        byte[] body = JsonMapper.shared().writeValueAsBytes(document);
        response.setStatus(status);
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        response.setContentLength(body.length);
        response.getOutputStream().write(body);
    }
}
