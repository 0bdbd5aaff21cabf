package earnest.connectors;

import org.apache.hc.client5.http.ConnectTimeoutException;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.client5.http.ssl.DefaultClientTlsStrategy;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.HttpEntity;
import org.apache.hc.core5.http.io.entity.ByteArrayEntity;
import org.apache.hc.core5.io.CloseMode;
import org.apache.hc.core5.util.Timeout;
import org.jspecify.annotations.Nullable;

import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.NoRouteToHostException;
import java.net.URI;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Future;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;

import javax.net.ssl.SSLContext;

/**
 * Speaks HTTP to where somebody who sets up says, and only to addresses that are allowed: a
 * connection goes to the very address that was looked at, so that a name which means another one a
 * moment later changes nothing. It follows nobody elsewhere, keeps no cookies, and never asks
 * twice. Thread-safe.
 */
public final class GuardedHttp implements AutoCloseable {
    /**
     * How long is waited, and how much is read.
     *
     * @param whole until the answer is there to its end
     * @param mostBytes of an answer's body
     */
    public record Limits(Duration connect, Duration whole, int mostBytes) {}

    /**
     * What came back.
     *
     * @param headers the first of each, by its name in small letters
     */
    public record Answer(int status, Map<String, String> headers, byte[] body) {
        /** A header by its name in small letters. */
        public Optional<String> header(String name) {
            return Optional.ofNullable(headers.get(name));
        }
    }

    /**
     * What is asked.
     *
     * @param headers names and values, in their order
     * @param body null: none
     */
    public record Question(
            String method,
            URI uri,
            List<Map.Entry<String, String>> headers,
            byte @Nullable [] body) {}

    /** The other side cannot be reached, or may not be, so that nothing left. */
    public static final class NotReached extends Exception {
        private static final long serialVersionUID = 1L;

        private final @Nullable String refusal;

        NotReached(@Nullable String refusal) {
            this.refusal = refusal;
        }

        /** Why it may not be; null: it may, and does not answer. */
        public @Nullable String refusal() {
            return refusal;
        }
    }

    /** Something may have left, and no whole answer came in time. */
    public static final class NoAnswer extends Exception {
        private static final long serialVersionUID = 1L;
    }

    private static final int AT_ONCE = 100;

    /** One for all, which forgets those that are not needed any more. */
    private static final ScheduledThreadPoolExecutor DEADLINES = deadlines();

    private final Limits limits;
    private final CloseableHttpClient http;

    /**
     * Opens nothing yet.
     *
     * @param lookup gives the addresses that are allowed
     * @param tls whom to trust; null: whom Java trusts
     */
    public GuardedHttp(HostLookup lookup, Limits limits, @Nullable SSLContext tls) {
        this.limits = limits;
        PoolingHttpClientConnectionManagerBuilder connections =
                PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(new Allowed(lookup))
                        .setMaxConnTotal(AT_ONCE)
                        .setMaxConnPerRoute(AT_ONCE)
                        .setDefaultConnectionConfig(
                                ConnectionConfig.custom()
                                        .setConnectTimeout(Timeout.of(limits.connect))
                                        .setSocketTimeout(Timeout.of(limits.whole))
                                        .build());
        if (tls != null) {
            connections.setTlsSocketStrategy(new DefaultClientTlsStrategy(tls));
        }
        this.http =
                HttpClients.custom()
                        .setConnectionManager(connections.build())
                        .setDefaultRequestConfig(
                                RequestConfig.custom()
                                        .setConnectionRequestTimeout(Timeout.of(limits.whole))
                                        .setResponseTimeout(Timeout.of(limits.whole))
                                        .build())
                        .setUserAgent("Earnest")
                        .disableRedirectHandling()
                        .disableAutomaticRetries()
                        .disableCookieManagement()
                        .disableAuthCaching()
                        .disableContentCompression()
                        .build();
    }

    /** Gives a connection the addresses that were looked at, and no others. */
    private record Allowed(HostLookup lookup) implements DnsResolver {
        @Override
        public InetAddress[] resolve(String host) throws UnknownHostException {
            return lookup.resolve(host.replaceAll("^\\[|]$", ""));
        }

        @Override
        public String resolveCanonicalHostname(String host) {
            return host;
        }
    }

    private static ScheduledThreadPoolExecutor deadlines() {
        ScheduledThreadPoolExecutor one =
                new ScheduledThreadPoolExecutor(
                        1, Thread.ofPlatform().daemon().name("http-deadlines").factory());
        one.setRemoveOnCancelPolicy(true);
        return one;
    }

    /** Asks once. */
    public Answer ask(Question question) throws NotReached, NoAnswer {
        HttpUriRequestBase request = new HttpUriRequestBase(question.method, question.uri);
        question.headers.forEach(header -> request.addHeader(header.getKey(), header.getValue()));
        if (question.body != null) {
            request.setEntity(new ByteArrayEntity(question.body, null));
        }
        Future<?> late =
                DEADLINES.schedule(
                        () -> request.cancel(), limits.whole.toMillis(), TimeUnit.MILLISECONDS);
        try {
            return http.execute(request, this::answer);
        } catch (AddressGuard.NotAllowed e) {
            throw new NotReached(e.getMessage());
        } catch (ConnectException
                | ConnectTimeoutException
                | NoRouteToHostException
                | UnknownHostException e) {
            throw new NotReached(null);
        } catch (IOException e) {
            throw new NoAnswer();
        } finally {
            late.cancel(false);
        }
    }

    private Answer answer(ClassicHttpResponse response) throws IOException {
        Map<String, String> headers = new HashMap<>();
        for (Header header : response.getHeaders()) {
            headers.putIfAbsent(header.getName().toLowerCase(Locale.ROOT), header.getValue());
        }
        return new Answer(response.getCode(), Map.copyOf(headers), body(response.getEntity()));
    }

    private byte[] body(@Nullable HttpEntity entity) throws IOException {
        if (entity == null) {
            return new byte[0];
        }
        try (InputStream in = entity.getContent()) {
            byte[] body = in.readNBytes(limits.mostBytes + 1);
            if (body.length > limits.mostBytes) {
                Arrays.fill(body, (byte) 0);
                throw new IOException("the answer is too long");
            }
            return body;
        }
    }

    @Override
    public void close() {
        http.close(CloseMode.IMMEDIATE);
    }
}
