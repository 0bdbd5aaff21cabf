package earnest.ground;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;

import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.filter.OncePerRequestFilter;

import java.io.IOException;
import java.net.URLDecoder;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/**
 * What holds for every request, whoever sends it: bodies are JSON and not larger than anything the
 * API has a use for, declared or not; parameters are whole UTF-8 text without control characters.
 * It stands behind the filter that sets the security headers, so that its answers carry them.
 */
public final class RequestEdge extends OncePerRequestFilter {
    private static final int MOST_BYTES = 64 * 1024;

    /** The body goes on beyond the limit. */
    static final class TooLarge extends IOException {
        private static final long serialVersionUID = 1L;
    }

    /** The body is not UTF-8 (RFC 8259 section 8.1): in that, JSON holds no zero byte. */
    static final class NotUtf8 extends IOException {
        private static final long serialVersionUID = 1L;
    }

    private record Fault(int status, String type, String words) {}

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Fault fault = fault(request);
        if (fault != null) {
            ProblemDocument.write(response, fault.status(), fault.type(), fault.words());
            return;
        }
        chain.doFilter(new Limited(request), response);
    }

    private static @Nullable Fault fault(HttpServletRequest request) {
        if (request.getContentLengthLong() > MOST_BYTES) {
            return new Fault(
                    413, "too-large", "What was sent is larger than anything Earnest takes.");
        }
        if (request.getRequestURI().startsWith("/api/") && !isJson(request)) {
            return new Fault(
                    415,
                    "not-json",
                    "Earnest takes JSON only, sent as application/json in UTF-8."
                            + ProblemAdvice.DOCUMENTED);
        }
        return parameters(request);
    }

    private static boolean isJson(HttpServletRequest request) {
        String type = request.getContentType();
        if (type == null || type.isBlank()) {
            // Without a type there is no body that any address would read.
            return request.getContentLengthLong() <= 0
                    && request.getHeader("Transfer-Encoding") == null;
        }
        try {
            MediaType media = MediaType.parseMediaType(type);
            boolean utf8 =
                    media.getCharset() == null || media.getCharset() == StandardCharsets.UTF_8;
            return media.equalsTypeAndSubtype(MediaType.APPLICATION_JSON) && utf8;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    private static @Nullable Fault parameters(HttpServletRequest request) {
        String query = request.getQueryString();
        if (query != null && !isUtf8(query)) {
            return address("is not percent-encoded UTF-8");
        }
        try {
            for (Map.Entry<String, String[]> parameter : request.getParameterMap().entrySet()) {
                String fault = CleanText.fault(parameter.getKey(), false);
                for (String value : parameter.getValue()) {
                    fault = fault == null ? CleanText.fault(value, false) : fault;
                }
                if (fault != null) {
                    return address(fault);
                }
            }
            return null;
        } catch (IllegalArgumentException | IllegalStateException undecodable) {
            return address("cannot be decoded");
        }
    }

    private static boolean isUtf8(String query) {
        try {
            String bytes = URLDecoder.decode(query, StandardCharsets.ISO_8859_1);
            StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes.getBytes(StandardCharsets.ISO_8859_1)));
            return true;
        } catch (CharacterCodingException | IllegalArgumentException e) {
            return false;
        }
    }

    private static Fault address(String fault) {
        return new Fault(400, "unreadable", "A part of the address " + fault + ".");
    }

    private static final class Limited extends HttpServletRequestWrapper {
        Limited(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new Counting(super.getInputStream());
        }
    }

    private static final class Counting extends ServletInputStream {
        private final ServletInputStream body;
        private long taken;

        Counting(ServletInputStream body) {
            this.body = body;
        }

        @Override
        public int read() throws IOException {
            int next = body.read();
            count(next < 0 ? 0 : 1);
            if (next == 0) {
                throw new NotUtf8();
            }
            return next;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int read = body.read(into, offset, length);
            count(Math.max(0, read));
            for (int i = offset; i < offset + read; i++) {
                if (into[i] == 0) {
                    throw new NotUtf8();
                }
            }
            return read;
        }

        private void count(int bytes) throws TooLarge {
            taken += bytes;
            if (taken > MOST_BYTES) {
                throw new TooLarge();
            }
        }

        @Override
        public boolean isFinished() {
            return body.isFinished();
        }

        @Override
        public boolean isReady() {
            return body.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            body.setReadListener(listener);
        }
    }
}
