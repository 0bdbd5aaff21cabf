package earnest.channels.madeup;

import earnest.channels.Carrier;
import earnest.channels.CarrierResult;
import earnest.core.assurance.Route;
import earnest.core.passwords.Secret;
import earnest.people.ContactKind;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;

/**
 * Pigeons that know the way to people's own mailboxes, and are asked before the mail; they fly for
 * one test only.
 */
@Component
public class Pigeons implements Carrier {
    private static volatile boolean flying;
    private static final List<String> BROUGHT = new CopyOnWriteArrayList<>();
    private final Map<UUID, Boolean> taken = new ConcurrentHashMap<>();

    /** Lets them fly, or not. */
    public static void fly(boolean now) {
        flying = now;
    }

    /** What they brought so far. */
    public static List<String> brought() {
        return BROUGHT;
    }

    @Override
    public String id() {
        return "bird";
    }

    @Override
    public String name() {
        return "Pigeon loft";
    }

    @Override
    public String brings() {
        return "letter";
    }

    @Override
    public Route route() {
        return Route.MAIL;
    }

    @Override
    public boolean reaches(ContactKind kind) {
        return flying && kind == ContactKind.OWN_MAIL;
    }

    @Override
    public CarrierResult send(UUID reference, String address, String subject, Secret words) {
        taken.put(reference, true);
        BROUGHT.add(address + ": " + words.open(String::new));
        return new CarrierResult.Taken(true);
    }

    @Override
    public CarrierResult ask(UUID reference) {
        return new CarrierResult.Taken(taken.containsKey(reference));
    }
}
