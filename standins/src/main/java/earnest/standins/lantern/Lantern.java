package earnest.standins.lantern;

import earnest.standins.Installation;
import earnest.standins.http.Refused;
import earnest.standins.http.Request;
import earnest.standins.http.Server;
import earnest.standins.http.Server.Answer;

import tools.jackson.databind.json.JsonMapper;

import java.io.IOException;
import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.Signature;
import java.security.interfaces.RSAPublicKey;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;

/**
 * An OpenID provider with backchannel authentication in poll mode: it asks in the pockets, and
 * gives an ID token after a yes.
 */
public final class Lantern {
    private static final String CLIENT = "earnest";
    private static final int INTERVAL_SECONDS = 1;
    private static final Duration TOKEN_LASTS = Duration.ofMinutes(5);

    /** How it behaves, so that a demo or a test can see what happens then. */
    public enum Mode {
        UP,
        /** Answers 503. */
        DOWN,
        /** Signs with a key that it does not show. */
        FORGED,
        /** Says yes for somebody else. */
        SOMEBODY_ELSE,
        /** Says yes to somebody else's client. */
        FOR_ANOTHER,
        /** Gives a token of yesterday. */
        OLD
    }

    /** A question to somebody. */
    private record Question(
            String id, String account, String shows, Instant until, Boolean[] answered) {}

    private final Installation installation;
    private final String issuer;
    private final Map<String, Question> questions = new ConcurrentHashMap<>();
    private final KeyPair keys;
    private final KeyPair forged;
    private volatile Mode mode = Mode.UP;

    public Lantern(Installation installation, int port) {
        this.installation = installation;
        this.issuer = "http://127.0.0.1:" + port + "/lantern";
        this.keys = pair();
        this.forged = pair();
    }

    private static KeyPair pair() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA");
            generator.initialize(2048);
            return generator.generateKeyPair();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    public void serve(Server server) {
        server.on("GET", "/lantern/.well-known/openid-configuration", this::discovery);
        server.on("GET", "/lantern/keys", this::shownKeys);
        server.on("POST", "/lantern/ask", this::ask);
        server.on("POST", "/lantern/token", this::token);
        server.on("POST", "/api/lantern/mode", this::setMode);
        server.on("POST", "/api/pockets/*/lantern/*/*", this::answer);
    }

    /** What it asks somebody now. */
    public List<Map<String, Object>> asks(String account) {
        return questions.values().stream()
                .filter(one -> one.account.equals(account) && one.answered[0] == null)
                .filter(one -> one.until.isAfter(Instant.now()))
                .map(one -> Map.<String, Object>of("request", one.id, "shows", one.shows))
                .toList();
    }

    private Object discovery(Request request) {
        mustBeUp();
        return Map.of(
                "issuer",
                issuer,
                "backchannel_authentication_endpoint",
                issuer + "/ask",
                "token_endpoint",
                issuer + "/token",
                "jwks_uri",
                issuer + "/keys",
                "backchannel_token_delivery_modes_supported",
                List.of("poll"),
                "token_endpoint_auth_methods_supported",
                List.of("client_secret_basic"),
                "id_token_signing_alg_values_supported",
                List.of("RS256"));
    }

    private Object shownKeys(Request request) {
        RSAPublicKey key = (RSAPublicKey) keys.getPublic();
        return Map.of(
                "keys",
                List.of(
                        Map.of(
                                "kty",
                                "RSA",
                                "use",
                                "sig",
                                "alg",
                                "RS256",
                                "kid",
                                "one",
                                "n",
                                base64(unsigned(key.getModulus())),
                                "e",
                                base64(unsigned(key.getPublicExponent())))));
    }

    private Object ask(Request request) throws IOException {
        mustBeUp();
        mustBeEarnest(request);
        Map<String, String> form = request.form();
        String account = form.getOrDefault("login_hint", "");
        if (!form.getOrDefault("scope", "").contains("openid")) {
            return no(400, "invalid_scope");
        }
        if (installation.person(account).filter(p -> p.groups().contains("lantern")).isEmpty()) {
            return no(400, "unknown_user_id");
        }
        int lasts = Integer.parseInt(form.getOrDefault("requested_expiry", "300"));
        Question question =
                new Question(
                        UUID.randomUUID().toString(),
                        account,
                        form.getOrDefault("binding_message", ""),
                        Instant.now().plusSeconds(lasts),
                        new Boolean[1]);
        questions.put(question.id, question);
        return Map.of(
                "auth_req_id", question.id, "expires_in", lasts, "interval", INTERVAL_SECONDS);
    }

    private Object token(Request request) throws IOException {
        mustBeUp();
        mustBeEarnest(request);
        Map<String, String> form = request.form();
        Question question = questions.get(form.getOrDefault("auth_req_id", ""));
        if (!form.getOrDefault("grant_type", "").equals("urn:openid:params:grant-type:ciba")) {
            return no(400, "unsupported_grant_type");
        }
        if (question == null) {
            return no(400, "invalid_grant");
        }
        Boolean answered = question.answered[0];
        if (answered == null) {
            return question.until.isAfter(Instant.now())
                    ? no(400, "authorization_pending")
                    : no(400, "expired_token");
        }
        // Each is given once.
        questions.remove(question.id);
        return answered
                ? Map.of(
                        "access_token",
                        UUID.randomUUID().toString(),
                        "token_type",
                        "Bearer",
                        "expires_in",
                        TOKEN_LASTS.toSeconds(),
                        "id_token",
                        idToken(question.account))
                : no(400, "access_denied");
    }

    private String idToken(String account) {
        Instant now = mode == Mode.OLD ? Instant.now().minus(Duration.ofDays(1)) : Instant.now();
        Map<String, Object> claims = new LinkedHashMap<>();
        claims.put("iss", issuer);
        claims.put("sub", mode == Mode.SOMEBODY_ELSE ? "somebody" : account);
        claims.put("aud", mode == Mode.FOR_ANOTHER ? "another" : CLIENT);
        claims.put("iat", now.getEpochSecond());
        claims.put("auth_time", now.getEpochSecond());
        claims.put("exp", now.plus(TOKEN_LASTS.plusDays(2)).getEpochSecond());
        String head = base64(json(Map.of("alg", "RS256", "kid", "one", "typ", "JWT")));
        String signed = head + "." + base64(json(claims));
        try {
            Signature signature = Signature.getInstance("SHA256withRSA");
            signature.initSign((mode == Mode.FORGED ? forged : keys).getPrivate());
            signature.update(signed.getBytes(StandardCharsets.US_ASCII));
            return signed + "." + base64(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private Object answer(Request request) {
        Question question = questions.get(request.part(1));
        if (question == null || !question.account.equals(request.part(0))) {
            throw new Refused(404, "that question is over");
        }
        question.answered[0] = request.part(2).equals("yes");
        return Map.of("said", request.part(2));
    }

    private Object setMode(Request request) throws IOException {
        String wanted = request.json().path("mode").asString("");
        try {
            mode = Mode.valueOf(wanted.toUpperCase(Locale.ROOT).replace('-', '_'));
        } catch (IllegalArgumentException e) {
            throw new Refused(
                    422, "mode must be up, down, forged, somebody-else, for-another or old");
        }
        return Map.of("mode", mode);
    }

    private void mustBeUp() {
        if (mode == Mode.DOWN) {
            throw new Refused(503, "it is out of order");
        }
    }

    private void mustBeEarnest(Request request) {
        String basic =
                "Basic "
                        + Base64.getEncoder()
                                .encodeToString(
                                        (CLIENT + ":" + installation.lanternSecret())
                                                .getBytes(StandardCharsets.UTF_8));
        if (!request.header("Authorization").equals(basic)) {
            throw new Refused(401, "invalid_client");
        }
    }

    private static Answer no(int status, String error) {
        return new Answer(status, Map.of(), Map.of("error", error));
    }

    private static byte[] json(Map<String, Object> fields) {
        return JsonMapper.shared().writeValueAsBytes(fields);
    }

    private static String base64(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    private static byte[] unsigned(BigInteger number) {
        byte[] bytes = number.toByteArray();
        return bytes[0] == 0 ? java.util.Arrays.copyOfRange(bytes, 1, bytes.length) : bytes;
    }
}
