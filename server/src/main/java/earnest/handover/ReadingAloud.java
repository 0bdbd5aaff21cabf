package earnest.handover;

import earnest.access.SignedIn;
import earnest.core.assurance.Route;
import earnest.core.passwords.Spelling;
import earnest.ground.Problem;
import earnest.ground.Waypoints;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;
import earnest.wrapped.WrappedSecrets;

import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** The holder reads a password aloud, part by part; what was said back is not shown again. */
@Component
class ReadingAloud {
    private final HandoverPermits permits;
    private final HandoverEntries entries;
    private final Passwords passwords;
    private final WrappedSecrets secrets;
    private final Tickets tickets;
    private final Writes writes;
    private final Waypoints waypoints;

    ReadingAloud(
            HandoverPermits permits,
            HandoverEntries entries,
            Passwords passwords,
            WrappedSecrets secrets,
            Tickets tickets,
            Writes writes,
            Waypoints waypoints) {
        this.permits = permits;
        this.entries = entries;
        this.passwords = passwords;
        this.secrets = secrets;
        this.tickets = tickets;
        this.writes = writes;
        this.waypoints = waypoints;
    }

    List<Handovers.Part> show(UUID ticket, SignedIn me) {
        Set<String> groups = permits.groups(ticket);
        List<Handovers.Part> parts = writes.get(() -> show(permits.judge(ticket, me, groups), me));
        waypoints.pass("handover-shown-committed");
        return parts;
    }

    private List<Handovers.Part> show(HandoverPermits.Permitted permitted, SignedIn me) {
        Handover handover = permitted.handover();
        permitted.mustAllow(Route.READ_ALOUD);
        permitted.mustBeReadAloud();
        permitted.ticket().mustBeSpeaking();
        if (handover.route != Route.READ_ALOUD) {
            throw new Problem(
                    409, "not-read-aloud", "This password goes by text; it is not shown here.");
        }
        if (handover.saidBack == handover.groupCount) {
            throw new Problem(409, "said-back", "All of it was said back; it is not shown again.");
        }
        handover.state = Handovers.State.SHOWN;
        handover.shownVersion = permitted.ticket().version();
        entries.append(
                Entry.by(EntryKind.HANDOVER_SHOWN, me.id(), me.name())
                        .data("from", handover.saidBack + 1)
                        .why(permitted.why()),
                handover);
        List<Handovers.Part> rest = rest(handover);
        waypoints.pass("handover-shown-uncommitted");
        return rest;
    }

    private List<Handovers.Part> rest(Handover handover) {
        List<Spelling.Group> groups = passwords.parts(handover.wrappedId, handover.style);
        List<Handovers.Part> parts = new ArrayList<>();
        for (int i = handover.saidBack; i < groups.size(); i++) {
            parts.add(new Handovers.Part(i + 1, groups.get(i).characters(), groups.get(i).words()));
        }
        return parts;
    }

    void saidBack(UUID ticket, SignedIn me, int part) {
        if (!writes.get(() -> saidBackAsShown(ticket, me, part))) {
            Set<String> groups = permits.groups(ticket);
            writes.run(() -> saidBack(permits.judge(ticket, me, groups).handover(), me, part));
        }
        waypoints.pass("handover-said-back-committed");
    }

    private boolean saidBackAsShown(UUID ticket, SignedIn me, int part) {
        Optional<Handover> shown = permits.stillShown(ticket, me);
        shown.ifPresent(handover -> saidBack(handover, me, part));
        return shown.isPresent();
    }

    private void saidBack(Handover handover, SignedIn me, int part) {
        if (handover.state != Handovers.State.SHOWN) {
            throw new Problem(409, "not-shown", "Nothing is shown that could be said back.");
        }
        if (part != handover.saidBack + 1) {
            throw new Problem(
                    409,
                    "another-part",
                    "Part %d is the one to say back now.".formatted(handover.saidBack + 1));
        }
        handover.saidBack = part;
        entries.append(
                Entry.by(EntryKind.HANDOVER_SAID_BACK, me.id(), me.name())
                        .data("part", part)
                        .data("parts", handover.groupCount),
                handover);
        if (part == handover.groupCount) {
            handover.state = Handovers.State.SAID_BACK;
            secrets.discard(handover.wrappedId);
            entries.append(
                    Entry.by(EntryKind.HANDOVER_DONE, me.id(), me.name())
                            .data("route", "read aloud and said back"),
                    handover);
        }
        waypoints.pass("handover-said-back-uncommitted");
    }
}
