package earnest.desk;

import earnest.access.Analysts;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.checks.Standing;
import earnest.handover.Handovers;
import earnest.people.People;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Composes what the page says of the person; nothing of it would help to prompt a caller. */
@Component
class WhoComposer {
    private static final Duration EARLIER = Duration.ofDays(90);
    private static final int MOST_EARLIER = 5;

    private final Tickets tickets;
    private final People people;
    private final Analysts analysts;
    private final Standing standing;
    private final Handovers handovers;
    private final TicketChannels channels;
    private final ContactLines contactLines;
    private final Clock clock;

    WhoComposer(
            Tickets tickets,
            People people,
            Analysts analysts,
            Standing standing,
            Handovers handovers,
            TicketChannels channels,
            ContactLines contactLines,
            Clock clock) {
        this.tickets = tickets;
        this.people = people;
        this.analysts = analysts;
        this.standing = standing;
        this.handovers = handovers;
        this.channels = channels;
        this.contactLines = contactLines;
        this.clock = clock;
    }

    Page.Who who(People.Person p, Tickets.View ticket) {
        List<People.Contact> contacts = people.contacts(p.id());
        Instant late = clock.instant().minus(EARLIER);
        List<Tickets.View> others =
                tickets.ofPerson(p.id(), late).stream()
                        .filter(other -> !other.id().equals(ticket.id()))
                        .toList();
        return new Page.Who(
                p.id(),
                p.name(),
                p.given(),
                p.account(),
                p.title(),
                place(p),
                p.speaks(),
                p.wishes().words(),
                p.wishes().heardAlone(),
                claim(p, ticket, contacts),
                contacts.stream().map(contactLines::of).toList(),
                standing.devices(p.id()),
                people.facts(p.id()).stream().map(f -> f.kind().words()).toList(),
                people.groups(p.id()).stream().sorted().map(g -> g.replace('-', ' ')).toList(),
                earlier(others, late),
                alsoOnTheLine(others, ticket),
                inForce(p, ticket),
                p.gone());
    }

    private List<Page.AlsoHere> alsoOnTheLine(List<Tickets.View> others, Tickets.View ticket) {
        if (!channels.channel(ticket.channel()).present()) {
            return List.of();
        }
        return others.reversed().stream()
                .filter(other -> other.state() != Tickets.State.CLOSED)
                .filter(other -> other.conversation() != null)
                .filter(other -> channels.channel(other.channel()).present())
                .map(
                        other ->
                                new Page.AlsoHere(
                                        other.id(),
                                        other.shown(),
                                        Optional.ofNullable(other.holder())
                                                .flatMap(analysts::find)
                                                .map(Analysts.Colleague::name)
                                                .orElse(null)))
                .toList();
    }

    /** One that was given on this very ticket shows where it is handed over. */
    private Page.@Nullable InForce inForce(People.Person p, Tickets.View ticket) {
        return handovers
                .inForce(p.id())
                .filter(given -> !given.ticket().equals(ticket.id()))
                .map(
                        given ->
                                new Page.InForce(
                                        given.ticket(),
                                        tickets.view(given.ticket()).shown(),
                                        given.since(),
                                        given.until()))
                .orElse(null);
    }

    static @Nullable String place(People.Person p) {
        String place =
                Stream.of(p.vessel(), p.port())
                        .filter(Objects::nonNull)
                        .collect(Collectors.joining(", "));
        return place.isEmpty() ? null : place;
    }

    private String claim(People.Person p, Tickets.View ticket, List<People.Contact> contacts) {
        ChannelWords say = channels.channel(ticket.channel()).words();
        Tickets.Talk talk = ticket.talk();
        if (talk != null && talk.called()) {
            return say.placed();
        }
        Optional<String> address =
                Optional.ofNullable(talk)
                        .flatMap(t -> channels.address(t.channel(), t.facts()))
                        .map(TicketChannel.Address::value);
        if (address.isEmpty()) {
            return say.noAddressIs() + " That says nothing either way.";
        }
        return contacts.stream()
                .filter(c -> c.value().equals(address.get()))
                .findFirst()
                .map(
                        c ->
                                "%s is their %s. That counts nothing."
                                        .formatted(say.address(), c.kind().words()))
                .orElse("%s is not on record for %s.".formatted(say.address(), p.name()));
    }

    private static List<Page.Earlier> earlier(List<Tickets.View> others, Instant late) {
        return others.stream()
                .filter(other -> !other.openedAt().isBefore(late))
                .limit(MOST_EARLIER)
                .map(
                        t ->
                                new Page.Earlier(
                                        t.id(),
                                        t.shown(),
                                        t.summary() == null ? "still open" : t.summary(),
                                        t.openedAt()))
                .toList();
    }
}
