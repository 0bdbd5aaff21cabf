package earnest.checks.methods.tap;

import earnest.checks.Devices;
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

/** Somebody takes a code into a device of their own, and types what it shows then. */
@Component
class OwnDevice implements Enrolling {
    private static final int SETUP_BYTES = 20;

    private final Devices devices;
    private final Enrolments enrolments;
    private final SecureRandom random;

    OwnDevice(Devices devices, Enrolments enrolments, SecureRandom random) {
        this.devices = devices;
        this.enrolments = enrolments;
        this.random = random;
    }

    @Override
    public String label() {
        return "Device that answers";
    }

    @Override
    public String note() {
        return "your phone asks you, and you say yes or no there";
    }

    @Override
    public boolean onPhone() {
        return true;
    }

    @Override
    public List<Enrolled> of(UUID person) {
        return devices.of(person).stream()
                .map(
                        device ->
                                new Enrolled(
                                        device.id(),
                                        "Device: " + device.name(),
                                        device.enrolledAt(),
                                        null))
                .toList();
    }

    @Override
    public SettingUp begin(UUID person, UUID ticket) {
        byte[] drawn = new byte[SETUP_BYTES];
        random.nextBytes(drawn);
        Secret setup = Base32.of(drawn);
        Arrays.fill(drawn, (byte) 0);
        return new SettingUp.Key(
                devices.begin(person, ticket, setup),
                setup,
                Devices.DIGITS,
                SettingUp.Taker.DEVICE);
    }

    @Override
    public boolean settingUp(UUID person, UUID factor) {
        return devices.settingUp(person, factor);
    }

    @Override
    public boolean confirm(UUID person, UUID factor, Secret typed) {
        return devices.confirm(person, factor, typed);
    }

    @Override
    public void remove(UUID person, UUID ticket, UUID factor) {
        enrolments.remove(person, ticket, factor);
    }
}
