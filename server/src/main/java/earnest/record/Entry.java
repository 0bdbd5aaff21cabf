package earnest.record;

import earnest.core.record.Leaf;

import org.jspecify.annotations.Nullable;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.UUID;

/**
 * What is to be recorded. Never given a secret, nor a hash of one. Not thread-safe.
 *
 * <p>Personal values (names, contacts, account names, free text) go to {@link #personal}, so that
 * they can be erased; all else to {@link #data}.
 */
public final class Entry {
    final EntryKind kind;
    final Leaf.Actor actor;
    final Map<String, Object> data = new LinkedHashMap<>();
    final Map<String, String> personal = new LinkedHashMap<>();
    @Nullable UUID ticket;
    @Nullable UUID conversation;
    @Nullable UUID person;
    @Nullable String system;
    @Nullable String server;
    @Nullable String outcome;
    Leaf.@Nullable Why why;

    private Entry(EntryKind kind, Leaf.Actor actor, String actorName) {
        this.kind = kind;
        this.actor = actor;
        personal.put("actor", actorName);
    }

    /** Done by an analyst. */
    public static Entry by(EntryKind kind, UUID analyst, String name) {
        return new Entry(kind, new Leaf.Actor("analyst", analyst.toString(), "password"), name);
    }

    /**
     * Done by whoever is on the other side of a conversation, as the person they say they are.
     *
     * @param reference of the conversation
     * @param name what they are called while nobody knows who they are, such as {@code Caller}
     */
    public static Entry byCaller(EntryKind kind, String reference, String name) {
        return new Entry(kind, new Leaf.Actor("caller", reference, null), name);
    }

    /** Done by the person, as a system shows. */
    public static Entry byPerson(EntryKind kind, UUID person, String name) {
        return new Entry(kind, new Leaf.Actor("person", person.toString(), null), name);
    }

    /** Done by something outside: a system, a gateway, the line. */
    public static Entry bySystem(EntryKind kind, String id, String name) {
        return new Entry(kind, new Leaf.Actor("system", id, null), name);
    }

    /** Done by Earnest itself. */
    public static Entry byEarnest(EntryKind kind) {
        return new Entry(kind, new Leaf.Actor("earnest", "earnest", null), "Earnest");
    }

    public Entry ticket(@Nullable UUID id, @Nullable UUID inConversation) {
        ticket = id;
        conversation = inConversation;
        return this;
    }

    public Entry person(@Nullable UUID id, @Nullable String name) {
        person = id;
        return personal("person", name);
    }

    public Entry account(String systemId, String name) {
        system = systemId;
        return personal("account", name);
    }

    public Entry server(String name) {
        server = name;
        return data("server", name);
    }

    public Entry outcome(String word) {
        outcome = word;
        return this;
    }

    public Entry why(Leaf.Why reason) {
        why = reason;
        return this;
    }

    /** Text or a whole number. */
    public Entry data(String field, @Nullable Object value) {
        if (value != null) {
            data.put(field, value);
        }
        return this;
    }

    public Entry personal(String field, @Nullable String value) {
        if (value != null) {
            personal.put(field, value);
        }
        return this;
    }
}
