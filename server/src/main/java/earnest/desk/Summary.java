package earnest.desk;

import earnest.changes.Changes;
import earnest.channels.TicketChannels;
import earnest.checks.Standing;
import earnest.handover.Handovers;
import earnest.people.People;
import earnest.systems.Action;
import earnest.systems.ManagedSystem;
import earnest.systems.Systems;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;

/** Writes a summary from what happened; no secret can be in it, since none is read. */
@Component
class Summary {
    private final Tickets tickets;
    private final TicketChannels channels;
    private final People people;
    private final Standing standing;
    private final Changes changes;
    private final Handovers handovers;
    private final Systems systems;

    Summary(
            Tickets tickets,
            TicketChannels channels,
            People people,
            Standing standing,
            Changes changes,
            Handovers handovers,
            Systems systems) {
        this.tickets = tickets;
        this.channels = channels;
        this.people = people;
        this.standing = standing;
        this.changes = changes;
        this.handovers = handovers;
        this.systems = systems;
    }

    String of(UUID id) {
        Tickets.View ticket = tickets.view(id);
        Optional<People.Person> person =
                Optional.ofNullable(ticket.person()).flatMap(people::person);
        if (person.isEmpty()) {
            return "%s. Nobody was named, nothing was changed."
                    .formatted(channels.channel(ticket.channel()).words().one());
        }
        List<String> sentences = new ArrayList<>();
        sentences.add("The caller said they are %s.".formatted(person.get().name()));
        sentences.add(proof(ticket));
        List<Changes.View> done =
                changes.onTicket(id).stream()
                        .filter(c -> Action.OFFERED.contains(c.action()))
                        .toList();
        boolean several = done.stream().map(Changes.View::system).distinct().count() > 1;
        done.forEach(change -> sentences.add(change(change, several ? in(change.system()) : "")));
        if (done.isEmpty()) {
            sentences.add("Nothing was changed.");
        }
        Map<UUID, String> systemOf =
                done.stream()
                        .collect(
                                Collectors.toMap(
                                        Changes.View::id, c -> " for " + name(c.system())));
        handovers
                .allOnTicket(id)
                .forEach(
                        h ->
                                sentences.add(
                                        handover(
                                                h,
                                                several
                                                        ? systemOf.getOrDefault(h.change(), "")
                                                        : "")));
        return String.join(" ", sentences);
    }

    private String proof(Tickets.View ticket) {
        Standing.Reckoning reckoning = standing.reckoning(ticket, List.of(), Standing.Side.DESK);
        String lines =
                reckoning.explanations().stream()
                        .filter(Standing.Explanation::counts)
                        .map(
                                line ->
                                        "%s %+d"
                                                .formatted(
                                                        line.label().toLowerCase(Locale.ROOT),
                                                        line.points()))
                        .collect(Collectors.joining(", "));
        return lines.isEmpty()
                ? "Nothing was proved."
                : "Proof: %s; standing %d.".formatted(lines, reckoning.standing());
    }

    private String in(String system) {
        return " in " + name(system);
    }

    private String name(String system) {
        return systems.find(system).map(ManagedSystem::name).orElse(system);
    }

    private static String change(Changes.View change, String where) {
        String label = change.action().label() + where;
        return switch (change.state()) {
            case TOOK_EFFECT -> "%s took effect.".formatted(label);
            case REFUSED -> "%s was refused: %s".formatted(label, change.reason());
            case DID_NOT, CLOSED -> "%s was not done.".formatted(label);
            case INTENDED, ASKED, UNKNOWN -> "%s is not settled yet.".formatted(label);
        };
    }

    private static String handover(Handovers.View h, String of) {
        String how =
                switch (h.state()) {
                    case SAID_BACK -> "The password%s was read aloud and said back.";
                    case LEFT, ARRIVED -> "The password%s went by " + h.route() + ".";
                    case OPENED -> "The password%s was shown over a one-time link.";
                    case EXPIRED -> "The password%s ran out unused.";
                    case WAITING, SHOWN, SENDING, UNCLEAR, REPLACED, WITHDRAWN ->
                            "The password%s was not handed over.";
                };
        return how.formatted(of) + (h.inAt() == null ? "" : " They are in.");
    }
}
