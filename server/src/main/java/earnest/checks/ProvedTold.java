package earnest.checks;

import earnest.channels.Telling;
import earnest.checks.methods.CheckState;
import earnest.core.assurance.Rulebook;
import earnest.links.Links;
import earnest.links.OnlyNo;
import earnest.links.ToldWithLink;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.UUID;

/**
 * Tells whoever wants to know it that somebody proved to be them, once on a ticket, wherever they
 * are reached. What counts too little to open anything is not told: anybody can bring that about.
 */
@Component
class ProvedTold extends ToldWithLink {
    private static final String OCCASION = "proved";

    private final CheckRepository checks;
    private final ObjectProvider<ProofMethods> methods;
    private final Rulebooks rulebooks;
    private final People people;
    private final Telling telling;
    private final Links links;
    private final TheRecord record;

    ProvedTold(
            CheckRepository checks,
            ObjectProvider<ProofMethods> methods,
            Rulebooks rulebooks,
            People people,
            Telling telling,
            Links links,
            TheRecord record) {
        super(links);
        this.checks = checks;
        this.methods = methods;
        this.rulebooks = rulebooks;
        this.people = people;
        this.telling = telling;
        this.links = links;
        this.record = record;
    }

    @EventListener
    void on(Standing.Proved proved) {
        Optional<People.Person> wants =
                people.person(proved.person()).filter(one -> one.news().proofs());
        if (wants.isEmpty() || !counts(proved.method()) || toldAlready(proved)) {
            return;
        }
        links.make(NotMe.PURPOSE, proved.check(), OnlyNo.LASTS);
        if (telling.everywhere(OCCASION, proved.check(), proved.ticket(), proved.person())) {
            record.append(
                    Entry.byEarnest(EntryKind.PROOF_TOLD)
                            .ticket(proved.ticket(), null)
                            .person(proved.person(), wants.get().name()));
        }
    }

    private boolean counts(String method) {
        Rulebook rules = rulebooks.inForce().rules();
        return Optional.ofNullable(rules.checks().get(method))
                .filter(one -> one.points() >= rules.caps().counting())
                .isPresent();
    }

    private boolean toldAlready(Standing.Proved proved) {
        return checks.findByTicketIdOrderByStartedAt(proved.ticket()).stream()
                .filter(check -> check.personId.equals(proved.person()))
                .filter(check -> !check.id.equals(proved.check()))
                .anyMatch(check -> check.state == CheckState.PASSED && counts(check.method));
    }

    @Override
    public String occasion() {
        return OCCASION;
    }

    @Override
    public String subject() {
        return "Somebody proved to be you";
    }

    @Override
    protected Optional<String> says(UUID about) {
        return checks.findById(about)
                .map(
                        check ->
                                "Somebody proved to the service desk that they are you (%s). If that was you, there is nothing to do. If it was not, say so here:"
                                        .formatted(methods.getObject().label(check)));
    }
}
