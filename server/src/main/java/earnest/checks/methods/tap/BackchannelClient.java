package earnest.checks.methods.tap;

import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWSAlgorithm;
import com.nimbusds.jose.jwk.JWKSet;
import com.nimbusds.jose.jwk.source.ImmutableJWKSet;
import com.nimbusds.jose.proc.BadJOSEException;
import com.nimbusds.jose.proc.JWSVerificationKeySelector;
import com.nimbusds.jose.proc.SecurityContext;
import com.nimbusds.jwt.JWTClaimsSet;
import com.nimbusds.jwt.proc.DefaultJWTClaimsVerifier;
import com.nimbusds.jwt.proc.DefaultJWTProcessor;

import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.text.ParseException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Date;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;

/**
 * Speaks OpenID Connect Client-Initiated Backchannel Authentication (Core 1.0) in poll mode, with a
 * deadline for each answer. What it gets is believed only if its ID token is signed by a key of the
 * issuer, meant for us, of this moment, and about whom was asked for (section 10.1.1, and OpenID
 * Connect Core, section 3.1.3.7). Thread-safe.
 */
@Component
class BackchannelClient {
    private static final Duration ANSWER = Duration.ofSeconds(5);
    private static final long MOST_BYTES = 64 * 1024;
    private static final int INTERVAL = 5;
    private static final Set<JWSAlgorithm> SIGNED =
            Set.of(JWSAlgorithm.RS256, JWSAlgorithm.PS256, JWSAlgorithm.ES256, JWSAlgorithm.EdDSA);
    private static final String GRANT = "urn:openid:params:grant-type:ciba";

    /** How it stands with a question. */
    enum State {
        /** It asks them now. */
        ASKS,
        YES,
        NO,
        /** They have not answered. */
        NOT_YET,
        /** The same, and it is looked at too often. */
        SLOWER,
        /** It was not answered in time. */
        OVER,
        /** It does not know them. */
        UNKNOWN,
        /** It cannot be reached, or says what it must not. */
        TROUBLE
    }

    /**
     * What came of asking.
     *
     * @param words by which it knows the question; or what the trouble is; else empty
     * @param interval how long to wait before the next look
     */
    record Came(State state, String words, Duration interval) {
        static Came of(State state) {
            return new Came(state, "", Duration.ZERO);
        }

        static Came trouble(String words) {
            return new Came(State.TROUBLE, words, Duration.ZERO);
        }
    }

    private record Endpoints(String ask, String token, String keys) {}

    private static final class Wrong extends Exception {
        private static final long serialVersionUID = 1L;

        Wrong(String words) {
            super(words);
        }
    }

    private final HttpClient http =
            HttpClient.newBuilder()
                    .version(HttpClient.Version.HTTP_1_1)
                    .connectTimeout(Duration.ofSeconds(2))
                    .build();
    private final Clock clock;

    BackchannelClient(Clock clock) {
        this.clock = clock;
    }

    /**
     * Has somebody asked.
     *
     * @param hint by which the provider knows them
     * @param shows what stands on their device
     * @param lasts how long they may take
     */
    Came ask(OutsideTap.Provider provider, String hint, String shows, Duration lasts) {
        try {
            Map<String, String> form = new LinkedHashMap<>();
            form.put("scope", "openid");
            form.put("login_hint", hint);
            form.put("binding_message", shows);
            form.put("requested_expiry", String.valueOf(lasts.toSeconds()));
            Answer answer = post(provider, endpoints(provider).ask, form);
            if (answer.status != 200) {
                return refused(answer);
            }
            String request = answer.body.path("auth_req_id").asString("");
            if (!request.matches("[\\x21-\\x7e]{16,500}")) {
                return Came.trouble("it named no request");
            }
            return new Came(
                    State.ASKS,
                    request,
                    Duration.ofSeconds(
                            Math.clamp(answer.body.path("interval").asInt(INTERVAL), 1, 30)));
        } catch (Wrong wrong) {
            return Came.trouble(String.valueOf(wrong.getMessage()));
        }
    }

    /**
     * Looks whether somebody answered.
     *
     * @param hint of whom the answer must be
     * @param since when they were asked; an older answer is none
     */
    Came look(OutsideTap.Provider provider, String request, String hint, Instant since) {
        try {
            Answer answer =
                    post(
                            provider,
                            endpoints(provider).token,
                            Map.of("grant_type", GRANT, "auth_req_id", request));
            if (answer.status != 200) {
                return refused(answer);
            }
            mustBe(provider, answer.body.path("id_token").asString(""), hint, since);
            return Came.of(State.YES);
        } catch (Wrong wrong) {
            return Came.trouble(String.valueOf(wrong.getMessage()));
        }
    }

    private static Came refused(Answer answer) {
        return switch (answer.body.path("error").asString("")) {
            case "authorization_pending" -> Came.of(State.NOT_YET);
            case "slow_down" -> Came.of(State.SLOWER);
            case "access_denied" -> Came.of(State.NO);
            case "expired_token" -> Came.of(State.OVER);
            case "unknown_user_id" -> Came.of(State.UNKNOWN);
            default -> Came.trouble("it answered with status " + answer.status);
        };
    }

    private void mustBe(OutsideTap.Provider provider, String token, String hint, Instant since)
            throws Wrong {
        DefaultJWTProcessor<SecurityContext> processor = new DefaultJWTProcessor<>();
        processor.setJWSKeySelector(
                new JWSVerificationKeySelector<>(SIGNED, new ImmutableJWKSet<>(keys(provider))));
        processor.setJWTClaimsSetVerifier(
                new DefaultJWTClaimsVerifier<>(
                        provider.clientId(),
                        new JWTClaimsSet.Builder()
                                .issuer(provider.issuer().toString())
                                .subject(hint)
                                .build(),
                        Set.of("iat", "exp")) {
                    @Override
                    protected Date currentTime() {
                        return Date.from(clock.instant());
                    }
                });
        try {
            JWTClaimsSet claims = processor.process(token, null);
            Instant made = claims.getIssueTime().toInstant();
            if (made.isBefore(since.minusSeconds(1))
                    || made.isAfter(clock.instant().plusSeconds(60))) {
                throw new Wrong("its answer is of another time");
            }
        } catch (ParseException | BadJOSEException | JOSEException | IllegalArgumentException e) {
            throw new Wrong("its answer is not signed for us, or is about somebody else");
        }
    }

    private JWKSet keys(OutsideTap.Provider provider) throws Wrong {
        try {
            return JWKSet.parse(get(endpoints(provider).keys).toString());
        } catch (ParseException e) {
            throw new Wrong("its keys cannot be read");
        }
    }

    /** As its discovery document says (OpenID Connect Discovery, section 4). */
    private Endpoints endpoints(OutsideTap.Provider provider) throws Wrong {
        JsonNode found = get(provider.issuer() + "/.well-known/openid-configuration");
        if (!found.path("issuer").asString("").equals(provider.issuer().toString())) {
            throw new Wrong("it says to be another issuer");
        }
        return new Endpoints(
                beneath(provider, found, "backchannel_authentication_endpoint"),
                beneath(provider, found, "token_endpoint"),
                beneath(provider, found, "jwks_uri"));
    }

    /** Nothing is sent, and no key is taken, to or from another host than the issuer's. */
    private static String beneath(OutsideTap.Provider provider, JsonNode found, String what)
            throws Wrong {
        String url = found.path(what).asString("");
        try {
            URI there = URI.create(url);
            if (provider.issuer().getScheme().equals(there.getScheme())
                    && provider.issuer().getAuthority().equals(there.getAuthority())) {
                return url;
            }
        } catch (IllegalArgumentException e) {
            throw new Wrong("it names no " + what);
        }
        throw new Wrong("it names a " + what + " elsewhere");
    }

    private record Answer(int status, JsonNode body) {}

    private Answer post(OutsideTap.Provider provider, String url, Map<String, String> form)
            throws Wrong {
        String body =
                form.entrySet().stream()
                        .map(one -> one.getKey() + "=" + encoded(one.getValue()))
                        .collect(Collectors.joining("&"));
        String basic =
                Base64.getEncoder()
                        .encodeToString(
                                (encoded(provider.clientId())
                                                + ":"
                                                + encoded(provider.clientSecret()))
                                        .getBytes(StandardCharsets.UTF_8));
        return send(
                HttpRequest.newBuilder(URI.create(url))
                        .header("Authorization", "Basic " + basic)
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(body)));
    }

    private static String encoded(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8);
    }

    private JsonNode get(String url) throws Wrong {
        Answer answer = send(HttpRequest.newBuilder(URI.create(url)).GET());
        if (answer.status != 200) {
            throw new Wrong("it answered with status " + answer.status);
        }
        return answer.body;
    }

    private Answer send(HttpRequest.Builder request) throws Wrong {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            throw new IllegalStateException("nothing is asked outside within a transaction");
        }
        CompletableFuture<HttpResponse<byte[]>> asked =
                http.sendAsync(
                        request.timeout(ANSWER).build(),
                        HttpResponse.BodyHandlers.limiting(
                                HttpResponse.BodyHandlers.ofByteArray(), MOST_BYTES));
        try {
            HttpResponse<byte[]> response = asked.get(ANSWER.toMillis(), TimeUnit.MILLISECONDS);
            return new Answer(
                    response.statusCode(),
                    JsonMapper.shared()
                            .readTree(new String(response.body(), StandardCharsets.UTF_8)));
        } catch (ExecutionException | TimeoutException e) {
            throw new Wrong("it does not answer");
        } catch (JacksonException e) {
            throw new Wrong("its answer cannot be read");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Wrong("it does not answer");
        } finally {
            asked.cancel(true);
        }
    }
}
