package earnest.checks;

import earnest.access.GuessLimits;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.checks.methods.SentCodes;
import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.people.ContactKind;
import earnest.people.OwnContactRows;
import earnest.people.People;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Actor;

import org.springframework.stereotype.Service;

import java.time.Duration;
import java.util.List;
import java.util.UUID;

/**
 * Telephones and mailboxes that people add themselves, once enough is proved. One counts once the
 * code that was sent there came back, and is new for a while then; whoever is reached elsewhere is
 * told.
 */
@Service
public class OwnContacts {
    private static final int MOST = 4;
    private static final GuessLimits.Limit A_DAY = new GuessLimits.Limit(5, Duration.ofDays(1));

    private final OwnContactRows rows;
    private final ContactDeeds deeds;
    private final MayEnrol right;
    private final FactorsTold told;
    private final SentCodes codes;
    private final Messages messages;
    private final People people;
    private final GuessLimits limits;
    private final TheRecord record;
    private final Writes writes;

    OwnContacts(
            OwnContactRows rows,
            ContactDeeds deeds,
            MayEnrol right,
            FactorsTold told,
            SentCodes codes,
            Messages messages,
            People people,
            GuessLimits limits,
            TheRecord record,
            Writes writes) {
        this.rows = rows;
        this.deeds = deeds;
        this.right = right;
        this.told = told;
        this.codes = codes;
        this.messages = messages;
        this.people = people;
        this.limits = limits;
        this.record = record;
        this.writes = writes;
    }

    /** Those of a person that are in force, whoever set them. */
    public List<People.Contact> of(UUID person) {
        return people.contacts(person);
    }

    /**
     * Sends a code to one that is to be added.
     *
     * @return its id
     * @throws Problem 403 if not enough is proved; 409 if it is on record already, or they have as
     *     many as they may have; 422 if it is none; 429 after five on a day
     */
    public UUID begin(UUID ticketId, Actor.Alone who, ContactKind kind, String typed) {
        if (!OwnContactRows.kinds().contains(kind)) {
            throw Problem.invalid("One adds a mobile or a mailbox of one's own.");
        }
        String value =
                rows.value(kind, typed)
                        .orElseThrow(
                                () ->
                                        Problem.invalid(
                                                kind.telephone()
                                                        ? "That is no telephone number. Write it"
                                                                + " with its country, as in +44."
                                                        : "That is no mail address."));
        // Before the transaction, since counting is one of its own; and judged again in it.
        writes.run(() -> right.must(ticketId, who));
        if (!limits.take("own-contact " + who.person(), A_DAY)) {
            throw new Problem(
                    429, "slow-down", "That was tried five times. Try it again tomorrow.");
        }
        return writes.get(
                () -> {
                    right.must(ticketId, who);
                    List<People.Contact> there = of(who.person());
                    if (there.stream().anyMatch(one -> one.value().equals(value))) {
                        throw new Problem(409, "on-record", "That is on record for you already.");
                    }
                    if (rows.inForce(who.person()) >= MOST) {
                        throw new Problem(
                                409,
                                "enough-of-these",
                                "You have added %d. Take one away before you add another."
                                        .formatted(MOST));
                    }
                    UUID contact = rows.propose(who.person(), ticketId, kind, value);
                    messages.send(
                            ContactCodeText.OCCASION,
                            contact,
                            new Recipient(ticketId, who.person(), contact));
                    return contact;
                });
    }

    /**
     * Takes the code that was sent to one.
     *
     * @return whether it was right; then it counts from now on, and is new
     * @throws Problem 403 if not enough is proved; 404 if none of theirs waits, or no try is left
     */
    public boolean confirm(UUID ticketId, Actor.Alone who, UUID contact, Secret typed) {
        return writes.get(
                () -> {
                    MayEnrol.Allowed allowed = right.must(ticketId, who);
                    if (!rows.waits(who.person(), contact)) {
                        throw Problem.unknown("contact that waits for its code");
                    }
                    if (!codes.is(contact, typed)) {
                        rows.wrong(contact);
                        return false;
                    }
                    rows.confirm(contact);
                    People.Contact added = people.contactEver(who.person(), contact).orElseThrow();
                    record.append(
                            MayEnrol.entry(
                                            EntryKind.FACTOR_ADDED,
                                            allowed,
                                            contact,
                                            added.kind().words())
                                    .data("method", "contact"));
                    told.tell(contact, ticketId, who.person());
                    return true;
                });
    }

    /**
     * Takes one away that they added.
     *
     * @throws Problem 403 if not enough is proved; 404 if it is none that they added
     */
    public void remove(UUID ticketId, Actor.Alone who, UUID contact) {
        writes.run(
                () -> {
                    MayEnrol.Allowed allowed = right.must(ticketId, who);
                    deeds.remove(who.person(), ticketId, contact);
                    String words =
                            people.contactEver(who.person(), contact).orElseThrow().kind().words();
                    record.append(
                            MayEnrol.entry(EntryKind.FACTOR_REMOVED, allowed, contact, words));
                    told.tell(contact, ticketId, who.person());
                });
    }
}
