package earnest.people;

import earnest.connectors.PeopleSource;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/**
 * People as Earnest's own copy of the directory has them; it answers when the directory is away.
 */
public interface People {
    /** At most {@code most} people for what was typed, best first. */
    List<Found> find(String typed, int most);

    Optional<Person> person(UUID id);

    Optional<Person> byAccount(String account);

    /**
     * Who is meant by a login, a mailbox, a staff number or a telephone number, however it is
     * spelt; empty where that is nobody, or more than one.
     */
    Optional<Person> whoIs(String typed);

    /** Those on whose record a number in E.164 or a mailbox stands. */
    List<Person> withContact(String value);

    /**
     * Holds the person's row for the present transaction, so that decisions about them queue up.
     */
    void lock(UUID person);

    /** Keeps how they want to be spoken with, in the present transaction. */
    void wish(UUID person, Wishes wishes);

    /** Keeps what they want to be told, in the present transaction. */
    void tell(UUID person, News news);

    /** The groups of the person that rules name, as they were copied. */
    Set<String> groups(UUID person);

    /**
     * The groups of the person for decisions on a system: as that system and the source that the
     * person comes from have them at this moment, and as they were copied from others. Must not be
     * called within a transaction.
     *
     * @throws PeopleSource.Away if one of the two does not answer
     */
    Set<String> groupsNow(UUID person, String system) throws PeopleSource.Away;

    /** Contacts in force, telephones first. */
    List<Contact> contacts(UUID person);

    Optional<Contact> contact(UUID person, UUID contact);

    /** A contact of the person, also one that was replaced since. */
    Optional<Contact> contactEver(UUID person, UUID contact);

    /** Contacts that were replaced or taken away since then, so that they are told as well. */
    List<Contact> replacedSince(UUID person, Instant since);

    /** Whose contact it is, also one that was replaced since. */
    Optional<UUID> whose(UUID contact);

    /**
     * Keeps that whoever has a contact that was replaced knows nothing of it, in the present
     * transaction: what took its place is doubted for a while.
     *
     * @param ticket on which that is looked at
     */
    void dispute(UUID person, UUID contact, UUID ticket);

    /**
     * What stands on the record for each path that rests on a contact of these people, also one
     * that was replaced: drawn, and the same for the same path.
     */
    Map<String, String> pathNames(Set<UUID> people);

    /**
     * What may be asked of the person; the values never leave the server before they were given.
     */
    List<Fact> facts(UUID person);

    /** Whether what was heard is what is on record, however it was typed. */
    boolean compareFact(UUID person, FactKind kind, String heard);

    /** How fresh the copy is. */
    Freshness freshness();

    /** For lists: enough to tell people apart, nothing that would help to prompt a caller. */
    @Schema(name = "PersonFound")
    record Found(
            UUID id, String name, String account, @Nullable String title, @Nullable String place) {}

    /**
     * A person.
     *
     * @param deputy who stands in while they are away, or null
     * @param deputySince when the directory named that deputy; null: not known, which counts in
     *     full
     * @param awayUntil they are away until then by the directory, or null
     * @param wishes how they want to be spoken with, as they say themselves
     * @param news what they want to be told
     * @param gone whether the directory has them no more; then nothing can be done for them
     */
    record Person(
            UUID id,
            String name,
            @Nullable String given,
            String account,
            @Nullable String staffNumber,
            @Nullable String title,
            @Nullable String vessel,
            @Nullable String port,
            @Nullable String speaks,
            @Nullable UUID manager,
            @Nullable UUID deputy,
            @Nullable Instant deputySince,
            @Nullable Instant awayUntil,
            Wishes wishes,
            News news,
            boolean gone) {}

    /**
     * A telephone number or mailbox.
     *
     * @param value E.164 or an address; never sent to a page whole
     * @param since when it was last changed, null: not known, which counts in full
     * @param setBy who set it then, in words, or null
     * @param own whether its person added it, and no directory
     * @param verifiedAt when a code that was sent there came back as it was added, or null
     * @param dispute that the one before it knows nothing of the change, or null
     */
    record Contact(
            UUID id,
            ContactKind kind,
            String value,
            @Nullable Instant since,
            @Nullable String setBy,
            boolean own,
            @Nullable Instant verifiedAt,
            @Nullable Dispute dispute) {
        /** What a check on it rests on. */
        public String path() {
            return (kind.telephone() ? "phone:" : "mailbox:") + value;
        }
    }

    /** When whoever has the former contact said that they know nothing of it, and where. */
    record Dispute(Instant at, UUID ticket) {}

    /**
     * Told in the transaction in which a directory changed a contact of somebody.
     *
     * @param contact the one that is in force no more; where there was none, the new one
     */
    record ContactChanged(UUID person, UUID contact) {}

    record Fact(FactKind kind) {}

    /**
     * Freshness of the copy.
     *
     * @param at when the directory was last heard, null: never
     * @param trouble why not since, in words, or null
     */
    @Schema(name = "PeopleFreshness")
    record Freshness(@Nullable Instant at, @Nullable String trouble) {}
}
