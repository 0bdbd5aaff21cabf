package earnest.selfservice;

import earnest.changes.Changes;
import earnest.channels.Messages;
import earnest.checks.MyProofs;
import earnest.checks.ProofAlone;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Puts together what a page shows; the same for a name that nobody has, until enough is proved. */
@Component
class OwnPageComposer {
    private final ProofAlone proof;
    private final Pretending pretending;
    private final Changes changes;
    private final Tickets tickets;
    private final Accounts accounts;
    private final Systems systems;
    private final People people;
    private final Messages messages;
    private final SettingsInForce settings;

    OwnPageComposer(
            ProofAlone proof,
            Pretending pretending,
            Changes changes,
            Tickets tickets,
            Accounts accounts,
            Systems systems,
            People people,
            Messages messages,
            SettingsInForce settings) {
        this.proof = proof;
        this.pretending = pretending;
        this.changes = changes;
        this.tickets = tickets;
        this.accounts = accounts;
        this.systems = systems;
        this.people = people;
        this.messages = messages;
        this.settings = settings;
    }

    OwnPage bare(OwnPage.Stage stage) {
        return OwnPage.bare(organisation(), stage);
    }

    private String organisation() {
        return settings.now().name();
    }

    /** Systems in which a person has an account whose password can be set to one of their own. */
    List<String> systemsOf(UUID person) {
        return accounts.of(person).stream()
                .map(Account::system)
                .distinct()
                .filter(id -> systems.system(id).can(Action.OWN_PASSWORD))
                .toList();
    }

    /** Whether anything can be done for a person on a page of a ticket that names them. */
    boolean canHelp(Tickets.View ticket, UUID person, OwnSession.Wants wants) {
        List<String> own = where(person, wants);
        if (!person.equals(ticket.person()) || own.isEmpty()) {
            return false;
        }
        return proof.canHelp(ticket, wants.action(), own);
    }

    /** In which systems it may be done, as rulebooks name them. */
    private List<String> where(UUID person, OwnSession.Wants wants) {
        return switch (wants) {
            case OWN_PASSWORD -> systemsOf(person);
            case PROOFS -> List.of(MyProofs.HERE);
        };
    }

    OwnPage of(OwnSession session) {
        UUID ticket = session.known();
        UUID person = session.person();
        return ticket == null || person == null
                ? nobodys(session)
                : somebodys(session, tickets.view(ticket), person);
    }

    private OwnPage nobodys(OwnSession session) {
        return proving(
                session,
                new ProofAlone.Progress(
                        proof.waysOfHouse(session.wants().action()),
                        null,
                        List.of(),
                        List.of(),
                        false));
    }

    private OwnPage somebodys(OwnSession session, Tickets.View ticket, UUID person) {
        if (!person.equals(ticket.person())) {
            // The desk named somebody else since.
            return bare(OwnPage.Stage.BEGIN);
        }
        return switch (session.wants()) {
            case OWN_PASSWORD -> ofPassword(session, ticket, person);
            case PROOFS -> ofProofs(session, ticket, person);
        };
    }

    private OwnPage ofProofs(OwnSession session, Tickets.View ticket, UUID person) {
        ProofAlone.Progress progress =
                proof.progress(
                        ticket, session.wants().action(), where(person, OwnSession.Wants.PROOFS));
        if (progress.stopped()) {
            return bare(OwnPage.Stage.OVER);
        }
        return progress.enoughFor().isEmpty()
                ? proving(session, progress)
                : new OwnPage(
                        organisation(),
                        OwnPage.Stage.PROOFS,
                        List.of(),
                        null,
                        progress.passed(),
                        false,
                        List.of(),
                        List.of(),
                        List.of(),
                        session.endsAt());
    }

    private OwnPage ofPassword(OwnSession session, Tickets.View ticket, UUID person) {
        Map<String, Changes.View> latest = new LinkedHashMap<>();
        changes.onTicket(ticket.id()).stream()
                .filter(change -> change.action() == Action.OWN_PASSWORD)
                .forEach(change -> latest.put(change.system(), change));
        List<OwnPage.ResultShown> results = latest.values().stream().map(this::result).toList();
        if (has(results, OwnPage.Outcome.UNDER_WAY)) {
            return settled(session, OwnPage.Stage.SETTING, results, List.of());
        }
        if (has(results, OwnPage.Outcome.WORKS)) {
            return settled(session, OwnPage.Stage.DONE, results, told(person));
        }
        ProofAlone.Progress progress =
                proof.progress(ticket, session.wants().action(), systemsOf(person));
        if (progress.stopped()) {
            return bare(OwnPage.Stage.OVER);
        }
        return progress.enoughFor().isEmpty()
                ? proving(session, progress)
                : choosing(session, progress, results);
    }

    private static boolean has(List<OwnPage.ResultShown> results, OwnPage.Outcome outcome) {
        return results.stream().anyMatch(result -> result.outcome() == outcome);
    }

    private OwnPage.ResultShown result(Changes.View change) {
        String name = systems.system(change.system()).name();
        String reason = change.reason();
        return switch (change.state()) {
            case TOOK_EFFECT -> new OwnPage.ResultShown(name, OwnPage.Outcome.WORKS, "works now");
            case INTENDED, ASKED ->
                    new OwnPage.ResultShown(name, OwnPage.Outcome.UNDER_WAY, "being set");
            case UNKNOWN ->
                    new OwnPage.ResultShown(
                            name, OwnPage.Outcome.UNDER_WAY, "no answer yet; it is looked at");
            case REFUSED, DID_NOT, CLOSED ->
                    new OwnPage.ResultShown(
                            name,
                            OwnPage.Outcome.NOT_SET,
                            reason == null ? "It was not set." : reason);
        };
    }

    private OwnPage settled(
            OwnSession session,
            OwnPage.Stage stage,
            List<OwnPage.ResultShown> results,
            List<String> told) {
        return new OwnPage(
                organisation(),
                stage,
                List.of(),
                null,
                List.of(),
                false,
                List.of(),
                results,
                told,
                session.endsAt());
    }

    /** Where it was told; two digits of a telephone, and nothing of a mailbox. */
    private List<String> told(UUID person) {
        return people.contacts(person).stream()
                .filter(contact -> messages.reach(contact).isPresent())
                .map(
                        contact ->
                                contact.kind().telephone()
                                        ? "your phone that ends in " + ending(contact.value())
                                        : "your " + contact.kind().words())
                .toList();
    }

    private static String ending(String number) {
        return number.substring(number.length() - 2);
    }

    private OwnPage proving(OwnSession session, ProofAlone.Progress progress) {
        ProofAlone.UnderWay open = pretending.open(session).orElse(progress.open());
        return new OwnPage(
                organisation(),
                OwnPage.Stage.PROVE,
                progress.ways().stream()
                        .map(
                                way ->
                                        new OwnPage.WayShown(
                                                way.id(), way.label(), way.note(), way.seconds()))
                        .toList(),
                underWay(open),
                progress.passed(),
                progress.ways().isEmpty() && open == null,
                List.of(),
                List.of(),
                List.of(),
                session.endsAt());
    }

    private static OwnPage.@Nullable UnderWay underWay(ProofAlone.@Nullable UnderWay open) {
        return open == null
                ? null
                : new OwnPage.UnderWay(
                        open.way().id(),
                        open.way().label(),
                        open.way().note(),
                        open.way().digits(),
                        open.way().asks(),
                        open.until(),
                        open.browserAsks());
    }

    private OwnPage choosing(
            OwnSession session, ProofAlone.Progress progress, List<OwnPage.ResultShown> results) {
        return new OwnPage(
                organisation(),
                OwnPage.Stage.CHOOSE,
                List.of(),
                null,
                progress.passed(),
                false,
                progress.enoughFor().stream().map(systems::system).map(this::target).toList(),
                results,
                List.of(),
                session.endsAt());
    }

    private OwnPage.Target target(ManagedSystem system) {
        return new OwnPage.Target(system.id(), system.name(), system.followers());
    }
}
