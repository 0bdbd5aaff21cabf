package earnest.handover;

import earnest.changes.Changes;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.Connector;
import earnest.ground.JobQueue;
import earnest.ground.Worker;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Systems;

import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * Watches whether the person is in: the directory shows that the temporary password was changed
 * after it was set. Reminds the desk, and has a password that ran out unused taken out of force.
 */
@Component
class SignInWatch implements Worker {
    static final JobQueue.Kind KIND = new JobQueue.Kind("watch-sign-in", "handover", 3);
    private static final Duration AT_FIRST = Duration.ofMillis(1_500);
    private static final Duration LATER = Duration.ofSeconds(10);

    private final HandoverRepository handovers;
    private final SignInFindings findings;
    private final Changes changes;
    private final Systems systems;
    private final Accounts accounts;
    private final People people;
    private final SettingsInForce settings;
    private final Clock clock;

    SignInWatch(
            HandoverRepository handovers,
            SignInFindings findings,
            Changes changes,
            Systems systems,
            Accounts accounts,
            People people,
            SettingsInForce settings,
            Clock clock) {
        this.handovers = handovers;
        this.findings = findings;
        this.changes = changes;
        this.systems = systems;
        this.accounts = accounts;
        this.people = people;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    public JobQueue.Kind kind() {
        return KIND;
    }

    @Override
    public Optional<Duration> work(UUID id) {
        Handover handover = handovers.findById(id).orElseThrow();
        if (handover.inAt != null || handover.state.over()) {
            return Optional.empty();
        }
        Changes.View change = changes.change(handover.changeId).orElseThrow();
        People.Person person = people.person(handover.personId).orElseThrow();
        Connector connector = systems.system(change.system()).connector();
        Instant now = clock.instant();
        String effect = change.effect();
        if (effect != null
                && connector.read(connector.servers().getFirst(), account(change))
                        instanceof AccountLookup.Found(AccountState state)) {
            switch (connector.use(state, effect)) {
                case CHANGED_BY_OWNER -> {
                    findings.isIn(handover, person, change);
                    return Optional.empty();
                }
                case SET_BY_ANOTHER -> {
                    findings.replaced(handover);
                    return Optional.empty();
                }
                case UNFLAGGED -> findings.unflagged(handover, person);
                case UNUSED -> {}
            }
            if (!handover.expiresAt.isAfter(now) && isDue(handover, now)) {
                changes.expire(handover.changeId);
                return Optional.of(AT_FIRST);
            }
        }
        Duration remindAfter = settings.now().remindAfter();
        if (handover.remindedAt == null && handover.madeAt.plus(remindAfter).isBefore(now)) {
            findings.notYetIn(handover, person, remindAfter);
        }
        boolean early = handover.madeAt.plus(remindAfter).isAfter(now);
        return Optional.of(early ? AT_FIRST : LATER);
    }

    private static boolean isDue(Handover handover, Instant now) {
        Instant next = handover.expiryNextAt;
        return next == null || !next.isAfter(now);
    }

    /** As it is called and kept now. */
    private AccountRef account(Changes.View change) {
        return Optional.ofNullable(change.accountId())
                .flatMap(accounts::find)
                .map(Account::ref)
                .orElse(change.account());
    }
}
