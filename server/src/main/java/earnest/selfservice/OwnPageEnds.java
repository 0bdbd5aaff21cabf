package earnest.selfservice;

import earnest.changes.Changes;
import earnest.checks.Standing;
import earnest.ground.Routine;
import earnest.ground.Writes;
import earnest.people.People;
import earnest.systems.Action;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** How pages end: done, left, out of time, or because their person said no. */
@Component
class OwnPageEnds implements Routine {
    private static final Set<Changes.State> RUNNING =
            Set.of(Changes.State.INTENDED, Changes.State.ASKED, Changes.State.UNKNOWN);
    private static final Duration LOOKS_EVERY = Duration.ofSeconds(30);
    private static final Duration KEPT = Duration.ofDays(1);

    private final OwnSessionRows rows;
    private final Robots robots;
    private final Changes changes;
    private final Systems systems;
    private final Tickets tickets;
    private final People people;
    private final Writes writes;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    OwnPageEnds(
            OwnSessionRows rows,
            Robots robots,
            Changes changes,
            Systems systems,
            Tickets tickets,
            People people,
            Writes writes,
            Clock clock,
            ApplicationEventPublisher events) {
        this.rows = rows;
        this.robots = robots;
        this.changes = changes;
        this.systems = systems;
        this.tickets = tickets;
        this.people = people;
        this.writes = writes;
        this.clock = clock;
        this.events = events;
    }

    /**
     * Ends a session, in the present transaction. A change that runs goes on to its end; and a
     * ticket that began elsewhere goes on there.
     */
    void end(OwnSession session, String summary) {
        UUID ticket = session.ticket();
        if (rows.end(session.id()) && ticket != null && ofPages(ticket) && !runs(ticket)) {
            tickets.endsAlone(ticket, summary);
        }
    }

    private boolean ofPages(UUID ticket) {
        return tickets.view(ticket).channel().equals(OwnPages.ID);
    }

    private boolean runs(UUID ticket) {
        return own(ticket).stream().anyMatch(change -> RUNNING.contains(change.state()));
    }

    private List<Changes.View> own(UUID ticket) {
        return changes.onTicket(ticket).stream()
                .filter(change -> change.action() == Action.OWN_PASSWORD)
                .toList();
    }

    @EventListener
    void on(Changes.TookEffect effect) {
        if (effect.action() == Action.OWN_PASSWORD) {
            settled(effect.ticket());
        }
    }

    @EventListener
    void on(Changes.CameToNothing nothing) {
        if (nothing.action() == Action.OWN_PASSWORD) {
            settled(nothing.ticket());
        }
    }

    /** Once nothing runs and something is set, the ticket is done; else the page goes on. */
    private void settled(UUID ticket) {
        String where =
                own(ticket).stream()
                        .filter(change -> change.state() == Changes.State.TOOK_EFFECT)
                        .map(change -> systems.system(change.system()).name())
                        .distinct()
                        .collect(Collectors.joining(", "));
        if (!where.isEmpty() && !runs(ticket)) {
            if (ofPages(ticket)) {
                tickets.endsAlone(ticket, "Set a new password for " + where + " by themselves");
            } else {
                events.publishEvent(new PagesBeside.Done(ticket, where));
            }
        }
    }

    /** Whoever is on a page of somebody who said no may be anybody. */
    @EventListener
    void on(Standing.Stopped no) {
        for (OwnSession session : rows.openOf(no.person())) {
            UUID ticket = session.ticket();
            if (ticket != null && rows.end(session.id())) {
                String name = people.person(no.person()).map(People.Person::name).orElse("They");
                tickets.warn(ticket, name + " says: 'I did not ask for this'");
            }
        }
    }

    @Override
    public String name() {
        return "own-pages-over";
    }

    @Override
    public Duration run() {
        for (OwnSession session : rows.outOfTime()) {
            writes.run(() -> end(session, "A page of their own ran out of time"));
        }
        Instant now = clock.instant();
        robots.forget(now);
        writes.run(() -> rows.forget(now.minus(KEPT)));
        return LOOKS_EVERY;
    }
}
