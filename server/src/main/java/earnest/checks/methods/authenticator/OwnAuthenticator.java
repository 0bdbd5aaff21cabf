package earnest.checks.methods.authenticator;

import earnest.checks.Enrolments;
import earnest.checks.SettingUp;
import earnest.checks.methods.Enrolling;
import earnest.core.codes.Base32;
import earnest.core.passwords.Secret;

import org.springframework.stereotype.Component;

import java.security.SecureRandom;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;

/** Somebody takes a key into an app of their own, and shows by a code that it works. */
@Component
class OwnAuthenticator implements Enrolling {
    /** As long as the hash that codes are made with (RFC 4226, section 4, R6). */
    private static final int KEY_BYTES = 20;

    private final Enrolments enrolments;
    private final SecureRandom random;

    OwnAuthenticator(Enrolments enrolments, SecureRandom random) {
        this.enrolments = enrolments;
        this.random = random;
    }

    @Override
    public String label() {
        return "Authenticator";
    }

    @Override
    public String note() {
        return "an app on your phone that shows six digits";
    }

    @Override
    public boolean onPhone() {
        return true;
    }

    @Override
    public List<Enrolled> of(UUID person) {
        return enrolments.authenticators(person).stream()
                .map(
                        device ->
                                new Enrolled(
                                        device.id(),
                                        capital(device.name()),
                                        device.enrolledAt(),
                                        null))
                .toList();
    }

    private static String capital(String name) {
        return Character.toUpperCase(name.charAt(0)) + name.substring(1);
    }

    @Override
    public SettingUp begin(UUID person, UUID ticket) {
        byte[] key = new byte[KEY_BYTES];
        random.nextBytes(key);
        try {
            return new SettingUp.Key(
                    enrolments.begin(person, ticket, key),
                    Base32.of(key),
                    AuthenticatorCode.DIGITS,
                    SettingUp.Taker.AUTHENTICATOR);
        } finally {
            Arrays.fill(key, (byte) 0);
        }
    }

    @Override
    public boolean settingUp(UUID person, UUID factor) {
        return enrolments.settingUp(person, factor);
    }

    @Override
    public boolean confirm(UUID person, UUID factor, Secret typed) {
        return enrolments.confirm(person, factor, typed);
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        enrolments.remove(person, ticket, factor);
    }
}
