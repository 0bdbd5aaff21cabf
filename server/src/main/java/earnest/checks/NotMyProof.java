package earnest.checks;

import earnest.links.LinkPurpose;
import earnest.links.OnlyNo;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * What stands behind 'I did not ask for this' in what a person was told of their proofs: what was
 * added is taken away, everything of theirs is stopped, and the desk has a ticket. Nothing else can
 * be answered: whoever added a contact is told there too, and must not use up the link of the
 * others.
 */
@Component
class NotMyProof implements LinkPurpose {
    static final String PURPOSE = "not-my-proof";

    private final List<ProofDeeds> deeds;
    private final ProofAlone proof;
    private final People people;
    private final Tickets tickets;
    private final TheRecord record;

    NotMyProof(
            List<ProofDeeds> deeds,
            ProofAlone proof,
            People people,
            Tickets tickets,
            TheRecord record) {
        this.deeds = deeds;
        this.proof = proof;
        this.people = people;
        this.tickets = tickets;
        this.record = record;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return ProofDeeds.lastDeed(deeds, about)
                .map(
                        deed ->
                                OnlyNo.page(
                                        "Did you change what proves that it is you?",
                                        "Somebody who proved to be you %s: %s."
                                                .formatted(
                                                        deed.removed() ? "took away" : "added",
                                                        deed.name()),
                                        "what was added is good for nothing any more, nothing of"
                                                + " yours can be changed, and one of us looks at"
                                                + " once.",
                                        "I did not ask for this"));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return ProofDeeds.lastDeed(deeds, about).map(deed -> notMe(about, deed));
    }

    private Told notMe(UUID factor, ProofDeeds.Deed deed) {
        proof.notAsked(deed.ticket(), deed.person());
        if (!deed.removed()) {
            for (ProofDeeds some : deeds) {
                if (some.lastDeed(factor).isPresent()) {
                    some.remove(deed.person(), deed.ticket(), factor);
                }
            }
        }
        String name = people.person(deed.person()).map(People.Person::name).orElse("The person");
        record.append(
                Entry.byPerson(EntryKind.FACTOR_DISOWNED, deed.person(), name)
                        .ticket(deed.ticket(), null)
                        .person(deed.person(), name)
                        .data("factor", factor.toString())
                        .data("what", deed.name()));
        tickets.reopen(
                deed.ticket(),
                "%s says: 'I did not ask for this'. It was about their proofs: %s"
                        .formatted(name, deed.name()));
        return new Told(
                "Thank you. What was added is good for nothing any more, nothing of yours can be"
                        + " changed now, and the service desk is told. Call it to get on.");
    }
}
