package earnest.webauthn;

import com.webauthn4j.WebAuthnManager;
import com.webauthn4j.converter.AttestedCredentialDataConverter;
import com.webauthn4j.converter.util.ObjectConverter;
import com.webauthn4j.credential.CredentialRecordImpl;
import com.webauthn4j.data.AuthenticationData;
import com.webauthn4j.data.AuthenticationParameters;
import com.webauthn4j.data.PublicKeyCredentialParameters;
import com.webauthn4j.data.PublicKeyCredentialType;
import com.webauthn4j.data.RegistrationData;
import com.webauthn4j.data.RegistrationParameters;
import com.webauthn4j.data.attestation.authenticator.AttestedCredentialData;
import com.webauthn4j.data.attestation.statement.COSEAlgorithmIdentifier;
import com.webauthn4j.data.client.Origin;
import com.webauthn4j.data.client.challenge.DefaultChallenge;
import com.webauthn4j.server.ServerProperty;

import earnest.core.passwords.Secret;
import earnest.ground.KeyedMarks;
import earnest.ground.PublicPlace;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

import tools.jackson.databind.json.JsonMapper;

import java.net.URI;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * What browsers are asked for and give, by WebAuthn level 3. A passkey is asked to see its person
 * (user verification). Challenges hang on what they are for, and nothing else makes them.
 * Thread-safe.
 */
@Component
public class WebAuthn {
    private static final Logger LOG = LoggerFactory.getLogger(WebAuthn.class);
    private static final long TIMEOUT_MS = 120_000;

    /** ES256, EdDSA, RS256. */
    private static final List<Long> ALGORITHMS = List.of(-7L, -8L, -257L);

    /** Made when it is first needed: it loads much. */
    private static final class Held {
        static final WebAuthnManager MANAGER = WebAuthnManager.createNonStrictWebAuthnManager();
        static final AttestedCredentialDataConverter CREDENTIALS =
                new AttestedCredentialDataConverter(new ObjectConverter());
    }

    private final KeyedMarks marks;
    private final PublicPlace place;

    WebAuthn(KeyedMarks marks, PublicPlace place) {
        this.marks = marks;
        this.place = place;
        // The first answer would take a second longer, and tell that a name has one.
        Thread.ofPlatform().daemon().name("passkeys").start(this::warm);
    }

    private void warm() {
        try (Secret nothing = Secret.of("{}")) {
            used(new UUID(0, 0), nothing, List.of());
        }
    }

    private byte[] challenge(UUID of) {
        return HexFormat.of().parseHex(marks.of("passkey challenge", of.toString()));
    }

    private URI here() {
        return place.url();
    }

    /**
     * What was given is anybody's bytes, which the library refuses with whatever they trip over,
     * {@code NullPointerException} among it.
     */
    private static <T> Optional<T> refused(RuntimeException none) {
        LOG.debug("a passkey's answer was refused: {}", none.getClass().getSimpleName());
        return Optional.empty();
    }

    private static String read(Secret json) {
        return json.open(String::new);
    }

    private static String text(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /**
     * Options to create one, as {@code PublicKeyCredential.parseCreationOptionsFromJSON} reads
     * them.
     *
     * @param passkey what will be made
     * @param organisation whose site it is, as its person knows it
     * @param account by which its person tells it from those of others
     */
    public String creation(UUID passkey, String organisation, String account, String name) {
        byte[] handle =
                ByteBuffer.allocate(2 * Long.BYTES)
                        .putLong(passkey.getMostSignificantBits())
                        .putLong(passkey.getLeastSignificantBits())
                        .array();
        return JsonMapper.shared()
                .writeValueAsString(
                        Map.of(
                                "challenge",
                                text(challenge(passkey)),
                                "rp",
                                Map.of("id", here().getHost(), "name", organisation),
                                "user",
                                Map.of("id", text(handle), "name", account, "displayName", name),
                                "pubKeyCredParams",
                                ALGORITHMS.stream()
                                        .map(alg -> Map.of("type", "public-key", "alg", alg))
                                        .toList(),
                                "authenticatorSelection",
                                Map.of(
                                        "residentKey",
                                        "required",
                                        "requireResidentKey",
                                        true,
                                        "userVerification",
                                        "required"),
                                "attestation",
                                "none",
                                "timeout",
                                TIMEOUT_MS));
    }

    /**
     * Options to use one, as {@code PublicKeyCredential.parseRequestOptionsFromJSON} reads them.
     * Any passkey for this site may answer, so that it is the same for a name that nobody has.
     */
    public String request(UUID of) {
        return request(of, List.of());
    }

    /** The same, to use one of these; only for whoever may know that they are there. */
    public String request(UUID of, List<Kept> these) {
        return JsonMapper.shared()
                .writeValueAsString(
                        Map.of(
                                "challenge",
                                text(challenge(of)),
                                "rpId",
                                here().getHost(),
                                "allowCredentials",
                                these.stream().map(WebAuthn::named).toList(),
                                "userVerification",
                                "required",
                                "timeout",
                                TIMEOUT_MS));
    }

    private static Map<String, String> named(Kept kept) {
        byte[] id = Held.CREDENTIALS.convert(kept.credential()).getCredentialId();
        return Map.of("type", "public-key", "id", text(id));
    }

    private ServerProperty server(UUID of) {
        URI here = here();
        String origin =
                here.getScheme()
                        + "://"
                        + here.getHost()
                        + (here.getPort() < 0 ? "" : ":" + here.getPort());
        return ServerProperty.builder()
                .origin(new Origin(origin))
                .rpId(here.getHost())
                .challenge(new DefaultChallenge(challenge(of)))
                .build();
    }

    /**
     * What is kept of one.
     *
     * @param credential attested credential data (WebAuthn, section 6.5.2): its public half
     * @param count of its signatures so far, or 0 where it does not count
     */
    public record Kept(UUID id, byte[] credential, long count) {}

    /**
     * One that was made.
     *
     * @param credential attested credential data
     */
    public record Made(byte[] credential, long count) {}

    /** What a browser made, if it is what was asked for. */
    public Optional<Made> made(UUID passkey, Secret json) {
        try {
            RegistrationData made = Held.MANAGER.parseRegistrationResponseJSON(read(json));
            Held.MANAGER.verify(
                    made,
                    new RegistrationParameters(
                            server(passkey),
                            ALGORITHMS.stream()
                                    .map(
                                            alg ->
                                                    new PublicKeyCredentialParameters(
                                                            PublicKeyCredentialType.PUBLIC_KEY,
                                                            COSEAlgorithmIdentifier.create(alg)))
                                    .toList(),
                            true,
                            true));
            var data = made.getAttestationObject().getAuthenticatorData();
            AttestedCredentialData credential = data.getAttestedCredentialData();
            return credential == null
                    ? Optional.empty()
                    : Optional.of(
                            new Made(Held.CREDENTIALS.convert(credential), data.getSignCount()));
        } catch (RuntimeException none) {
            return refused(none);
        }
    }

    /**
     * Which passkey signed.
     *
     * @param count of its signatures
     */
    public record Used(UUID passkey, long count) {}

    /** Which of these a browser used, if it signed what was asked for. */
    public Optional<Used> used(UUID of, Secret json, List<Kept> theirs) {
        try {
            AuthenticationData given = Held.MANAGER.parseAuthenticationResponseJSON(read(json));
            for (Kept kept : theirs) {
                AttestedCredentialData credential = Held.CREDENTIALS.convert(kept.credential());
                if (Arrays.equals(credential.getCredentialId(), given.getCredentialId())) {
                    Held.MANAGER.verify(
                            given,
                            new AuthenticationParameters(
                                    server(of), record(credential, kept), null, true, true));
                    var data = given.getAuthenticatorData();
                    return data == null
                            ? Optional.empty()
                            : Optional.of(new Used(kept.id(), data.getSignCount()));
                }
            }
            return Optional.empty();
        } catch (RuntimeException none) {
            return refused(none);
        }
    }

    private static CredentialRecordImpl record(AttestedCredentialData credential, Kept kept) {
        return new CredentialRecordImpl(
                null, null, null, null, kept.count(), credential, null, null, null, null);
    }
}
