package earnest.handover;

import earnest.access.SignedIn;
import earnest.channels.Messages;
import earnest.channels.Recipient;
import earnest.core.assurance.Route;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.links.Links;
import earnest.organisation.SettingsInForce;
import earnest.people.People;
import earnest.record.Entry;
import earnest.record.EntryKind;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** The holder chooses the route of a password; a message leaves at once. */
@Component
class Choosing {
    private final HandoverPermits permits;
    private final HandoverEntries entries;
    private final People people;
    private final Messages messages;
    private final Links links;
    private final SettingsInForce settings;
    private final Writes writes;
    private final Clock clock;
    private final Waypoints waypoints;

    Choosing(
            HandoverPermits permits,
            HandoverEntries entries,
            People people,
            Messages messages,
            Links links,
            SettingsInForce settings,
            Writes writes,
            Clock clock,
            Waypoints waypoints) {
        this.permits = permits;
        this.entries = entries;
        this.people = people;
        this.messages = messages;
        this.links = links;
        this.settings = settings;
        this.writes = writes;
        this.clock = clock;
        this.waypoints = waypoints;
    }

    void choose(UUID ticket, SignedIn me, Route route, @Nullable UUID contactId) {
        Set<String> groups = permits.groups(ticket);
        writes.run(() -> choose(permits.judge(ticket, me, groups), me, route, contactId));
        waypoints.pass("handover-route-committed");
    }

    private void choose(
            HandoverPermits.Permitted permitted,
            SignedIn me,
            Route route,
            @Nullable UUID contactId) {
        Handover handover = permitted.handover();
        if (isLinkNobodyOpened(handover)) {
            // It dies here: whoever finds it later sees nothing.
            links.end(handover.id);
            handover.state = Handovers.State.WAITING;
        }
        if (handover.state != Handovers.State.WAITING) {
            throw new Problem(
                    409,
                    "handover-begun",
                    "The password was shown or sent already. Finish that, or make a fresh one.");
        }
        permitted.mustAllow(route);
        if (route == Route.READ_ALOUD) {
            permitted.mustBeReadAloud();
            handover.route = route;
            handover.contactId = null;
            handover.expiresAt = handover.madeAt.plus(settings.now().readAloudLasts());
        } else {
            send(handover, route, contact(handover, route, contactId));
        }
        entries.append(
                Entry.by(EntryKind.HANDOVER_CHOSEN, me.id(), me.name()).data("route", words(route)),
                handover);
        waypoints.pass("handover-route-uncommitted");
    }

    private static boolean isLinkNobodyOpened(Handover handover) {
        return handover.route == Route.LINK
                && (handover.state == Handovers.State.LEFT
                        || handover.state == Handovers.State.ARRIVED);
    }

    private People.Contact contact(Handover handover, Route route, @Nullable UUID contactId) {
        People.Contact contact =
                Optional.ofNullable(contactId)
                        .flatMap(id -> people.contact(handover.personId, id))
                        .filter(c -> goesBy(c, route))
                        .orElseThrow(
                                () ->
                                        Problem.unknown(
                                                "contact on record that is reached that way"));
        if (!Routes.oldEnough(contact, clock.instant())) {
            throw new Problem(
                    409,
                    "too-new",
                    "That contact is too new on record. Read the password aloud instead.");
        }
        return contact;
    }

    private boolean goesBy(People.Contact contact, Route route) {
        return !contact.kind().behindTheLock()
                && messages.reach(contact)
                        .filter(reach -> route == Route.LINK || reach.route() == route)
                        .isPresent();
    }

    private void send(Handover handover, Route route, People.Contact contact) {
        handover.route = route;
        handover.contactId = contact.id();
        handover.state = Handovers.State.SENDING;
        handover.expiresAt = handover.madeAt.plus(settings.now().textLasts());
        if (route == Route.LINK) {
            links.make(
                    HandoverLink.ID,
                    handover.id,
                    Duration.between(clock.instant(), handover.expiresAt));
        }
        messages.send(
                route == Route.LINK ? HandoverLinkMessage.OCCASION : HandoverText.OCCASION,
                handover.id,
                new Recipient(handover.ticketId, handover.personId, contact.id()));
    }

    private static String words(Route route) {
        return switch (route) {
            case READ_ALOUD -> "reading aloud";
            case LINK -> "a one-time link";
            case TEXT, MAIL, APPROVER -> route.word();
        };
    }
}
