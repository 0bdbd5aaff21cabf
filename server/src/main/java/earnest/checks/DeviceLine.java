package earnest.checks;

import earnest.core.signatures.Ed25519;
import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.Base64;
import java.util.List;
import java.util.UUID;

/** Devices that answer: an account, the device's id, and the public half of its key. */
@Component
class DeviceLine implements FactorLine {
    private final Devices devices;

    DeviceLine(Devices devices) {
        this.devices = devices;
    }

    @Override
    public String one() {
        return "a device that answers";
    }

    @Override
    public int fields() {
        return 3;
    }

    @Override
    public String shape() {
        return "It needs an account, the device's id and its public key, with commas between.";
    }

    @Override
    public Read take(People.Person person, List<String> beside) {
        UUID id;
        try {
            id = UUID.fromString(beside.getFirst());
        } catch (IllegalArgumentException none) {
            return Read.not("The device's id is not a UUID.");
        }
        byte[] key;
        try {
            key = Base64.getUrlDecoder().decode(beside.getLast());
        } catch (IllegalArgumentException none) {
            return Read.not("The key is not in base64url.");
        }
        if (key.length != Ed25519.KEY_BYTES) {
            return Read.not(
                    "The key has %d bytes, and this one has not.".formatted(Ed25519.KEY_BYTES));
        }
        return devices.handOut(id, person.id(), key)
                ? Read.taken(id)
                : Read.not("That device is here already.");
    }
}
