package earnest.channels;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * A way in which people come to the desk. It tells by {@link ChannelEvent}s that somebody is there
 * or gone; what is peculiar to it are facts of the conversation. One that finds out by itself what
 * the desk does with them is told nothing. Thread-safe.
 */
public interface TicketChannel {
    /** As rules and tickets name it, such as {@code call}. */
    String id();

    /** For the desk. */
    ChannelWords words();

    /** For the record. */
    ChannelDeeds deeds();

    /** What whoever is there is called on the record, before anybody knows who they are. */
    default String other() {
        return "Caller";
    }

    /**
     * Whether people are there alone, without an analyst: they prove themselves on a page of their
     * own, and the desk hears of it only when somebody has to look.
     */
    default boolean alone() {
        return false;
    }

    /**
     * Whether people write here instead of speaking. What is said aloud does not fit it, and their
     * own page stands beside it while an analyst works on the same ticket.
     */
    default boolean written() {
        return false;
    }

    /** Whether somebody is there at this moment while a conversation goes on. */
    default boolean present() {
        return true;
    }

    /** Whether they stand before the analyst, who sees them. */
    default boolean inPerson() {
        return false;
    }

    /** What the desk's edge says of a conversation where it knows more than how it stands. */
    default Optional<Glimpse> glimpse(String reference) {
        return Optional.empty();
    }

    /**
     * At the desk's edge.
     *
     * @param title while nobody is named
     * @param words how it stands
     */
    record Glimpse(String title, String words) {}

    /** From where the facts say somebody comes, or empty where they do not say. */
    Optional<Address> address(Map<String, String> facts);

    /**
     * From where somebody comes: a claim, not a proof.
     *
     * @param value as a contact on record would have it
     * @param masked as the desk shows it
     */
    record Address(String value, String masked) {}

    /** The desk takes the conversation. */
    default void answered(String reference) {}

    /**
     * The desk wrote something, in the present transaction.
     *
     * @param line the id of what was written
     */
    default void wrote(UUID ticket, UUID line) {}

    /** The desk ends it. */
    default void ended(String reference) {}

    /** The desk lets it wait: the other side hears nothing. */
    default void held(String reference) {}

    /** The desk goes on with one that waited. */
    default void resumed(String reference) {}
}
