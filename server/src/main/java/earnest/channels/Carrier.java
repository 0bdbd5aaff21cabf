package earnest.channels;

import earnest.core.assurance.Route;
import earnest.core.passwords.Secret;
import earnest.people.ContactKind;

import java.util.UUID;

/** What brings messages to people. Every call has a deadline of a few seconds. Thread-safe. */
public interface Carrier {
    /** Stable, since it is stored, such as {@code text}. */
    String id();

    /** What it is called on the record, such as {@code Text gateway}. */
    String name();

    /** What it brings, such as {@code text}. */
    String brings();

    /** What a rule calls handing a secret over by it. */
    Route route();

    /** Whether it reaches people at a contact of that kind. */
    boolean reaches(ContactKind kind);

    /**
     * Sends words; our own id is the reference, so that it can be asked about afterwards.
     *
     * @param address of the contact, as it is on record
     * @param subject what it is about, for carriers that have one; never a secret
     */
    CarrierResult send(UUID reference, String address, String subject, Secret words);

    /** Whether a message was taken, and arrived. */
    CarrierResult ask(UUID reference);
}
