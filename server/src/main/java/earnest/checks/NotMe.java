package earnest.checks;

import earnest.links.LinkPurpose;
import earnest.links.OnlyNo;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/**
 * What stands behind 'that was not me' in what a person was told of a proof: everything of theirs
 * is stopped, and the desk has a ticket.
 */
@Component
class NotMe implements LinkPurpose {
    static final String PURPOSE = "not-me";

    private final CheckRepository checks;
    private final ProofMethods methods;
    private final ProofAlone proof;
    private final People people;
    private final Tickets tickets;

    NotMe(
            CheckRepository checks,
            ProofMethods methods,
            ProofAlone proof,
            People people,
            Tickets tickets) {
        this.checks = checks;
        this.methods = methods;
        this.proof = proof;
        this.people = people;
        this.tickets = tickets;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return checks.findById(about)
                .map(
                        check ->
                                OnlyNo.page(
                                        "Was that you?",
                                        "Somebody proved to the service desk that they are you: %s."
                                                .formatted(methods.label(check)),
                                        "nothing of yours can be changed, and one of us looks at"
                                                + " once.",
                                        "That was not me"));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return checks.findById(about).map(this::notMe);
    }

    private Told notMe(ProofCheck check) {
        proof.notAsked(check.ticketId, check.personId);
        tickets.reopen(
                check.ticketId,
                "%s says: 'That was not me', to a proof: %s"
                        .formatted(
                                people.person(check.personId)
                                        .map(People.Person::name)
                                        .orElse("The person"),
                                methods.label(check)));
        return new Told(
                "Thank you. Nothing of yours can be changed now, and the service desk is told."
                        + " Call it to get on.");
    }
}
