package earnest.ground;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;

import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

import java.io.IOException;

/** Takes no body that is larger than anything the API has a use for, declared or not. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class BodyLimit extends OncePerRequestFilter {
    private static final int MOST_BYTES = 64 * 1024;

    /** The body goes on beyond the limit. */
    static final class TooLarge extends IOException {
        private static final long serialVersionUID = 1L;
    }

    @Override
    protected void doFilterInternal(
            HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() > MOST_BYTES) {
            response.setStatus(413);
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write(
                            "{\"type\":\"urn:earnest:problem:too-large\",\"title\":\"too-large\",\"status\":413,\"detail\":\"What"
                                + " was sent is larger than anything Earnest takes.\"}");
            return;
        }
        chain.doFilter(new Limited(request), response);
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
            return next;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int read = body.read(into, offset, length);
            count(Math.max(0, read));
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
