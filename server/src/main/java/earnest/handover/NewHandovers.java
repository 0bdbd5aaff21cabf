package earnest.handover;

import earnest.changes.Changes;
import earnest.core.assurance.Route;
import earnest.ground.Ids;
import earnest.ground.JobQueue;
import earnest.organisation.SettingsInForce;
import earnest.systems.Action;
import earnest.systems.PasswordStyle;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.util.Objects;
import java.util.UUID;

/** A temporary password that took effect is to be handed over; one before it is no more. */
@Component
class NewHandovers {
    private final HandoverRepository handovers;
    private final ObjectProvider<Changes> changes;
    private final Withdrawals withdrawals;
    private final Passwords passwords;
    private final WrappedSecrets secrets;
    private final SettingsInForce settings;
    private final Tickets tickets;
    private final JobQueue jobs;
    private final Clock clock;
    private final Ids ids;

    NewHandovers(
            HandoverRepository handovers,
            ObjectProvider<Changes> changes,
            Withdrawals withdrawals,
            Passwords passwords,
            WrappedSecrets secrets,
            SettingsInForce settings,
            Tickets tickets,
            JobQueue jobs,
            Clock clock,
            Ids ids) {
        this.handovers = handovers;
        this.changes = changes;
        this.withdrawals = withdrawals;
        this.passwords = passwords;
        this.secrets = secrets;
        this.settings = settings;
        this.tickets = tickets;
        this.jobs = jobs;
        this.clock = clock;
        this.ids = ids;
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        UUID wrapped = effect.wrapped();
        if (effect.action() != Action.TEMPORARY_PASSWORD
                || wrapped == null
                || handovers.findByChangeId(effect.change()).isPresent()) {
            return;
        }
        for (Handover former : handovers.findByPersonIdAndInAtIsNull(effect.person())) {
            if (!former.state.over() && isOf(former, effect)) {
                former.state = Handovers.State.REPLACED;
                secrets.forget(former.wrappedId);
            }
        }
        Handover handover = handover(effect, wrapped);
        boolean another = !effect.person().equals(tickets.view(effect.ticket()).person());
        if (another) {
            withdrawals.withdraw(handover);
        }
        handovers.add(handover);
        jobs.soon(SignInWatch.KIND, handover.id);
    }

    /** A password in one system says nothing of another. */
    private boolean isOf(Handover former, Changes.TookEffect effect) {
        return changes.getObject()
                .change(former.changeId)
                .filter(change -> change.system().equals(effect.system()))
                .isPresent();
    }

    private Handover handover(Changes.TookEffect effect, UUID wrapped) {
        Handover handover = new Handover(ids.next());
        handover.changeId = effect.change();
        handover.ticketId = effect.ticket();
        handover.personId = effect.person();
        handover.wrappedId = wrapped;
        handover.style = Objects.requireNonNullElse(effect.style(), PasswordStyle.READ_ALOUD);
        // One that nobody at the desk sees can only be sent.
        handover.route = handover.style.seen() ? Route.READ_ALOUD : Route.TEXT;
        handover.groupCount = passwords.parts(wrapped, handover.style).size();
        handover.madeAt = clock.instant();
        handover.expiresAt = handover.madeAt.plus(settings.now().readAloudLasts());
        return handover;
    }
}
