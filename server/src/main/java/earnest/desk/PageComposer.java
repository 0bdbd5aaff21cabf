package earnest.desk;

import earnest.access.Analysts;
import earnest.access.SignedIn;
import earnest.changes.Changes;
import earnest.channels.ChannelWords;
import earnest.channels.Messages;
import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.checks.Standing;
import earnest.handover.Handovers;
import earnest.people.People;
import earnest.people.Telephone;
import earnest.record.TheRecord;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Action;
import earnest.tickets.Tickets;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Composes the page of a ticket. */
@Component
class PageComposer {
    private static final int TAPE = 4;
    private static final Duration EARLIER = Duration.ofDays(90);
    private static final Duration TOO_NEW = Duration.ofDays(14);
    private static final int MOST_EARLIER = 5;

    private final Tickets tickets;
    private final People people;
    private final Analysts analysts;
    private final Standing standing;
    private final Changes changes;
    private final Handovers handovers;
    private final Messages messages;
    private final TicketChannels channels;
    private final Accounts accounts;
    private final TheRecord record;
    private final Clock clock;

    PageComposer(
            Tickets tickets,
            People people,
            Analysts analysts,
            Standing standing,
            Changes changes,
            Handovers handovers,
            Messages messages,
            TicketChannels channels,
            Accounts accounts,
            TheRecord record,
            Clock clock) {
        this.tickets = tickets;
        this.people = people;
        this.analysts = analysts;
        this.standing = standing;
        this.changes = changes;
        this.handovers = handovers;
        this.messages = messages;
        this.channels = channels;
        this.accounts = accounts;
        this.record = record;
        this.clock = clock;
    }

    Page page(UUID id, SignedIn me) {
        Tickets.View ticket = tickets.view(id);
        Optional<People.Person> person =
                Optional.ofNullable(ticket.person()).flatMap(people::person);
        List<Changes.View> done = asked(changes.onTicket(id));
        return new Page(
                head(ticket, me),
                suggested(ticket),
                person.map(p -> who(p, ticket)).orElse(null),
                standing.reckoning(ticket, wants(ticket, me)),
                done.stream().map(PageComposer::done).toList(),
                handovers.onTicket(id).map(h -> handover(h, person)).orElse(null),
                record.ofTicket(id, TAPE));
    }

    /** What Earnest did by itself shows where the password is handed over. */
    private static List<Changes.View> asked(List<Changes.View> all) {
        return all.stream().filter(c -> Action.OFFERED.contains(c.action())).toList();
    }

    private List<Standing.Want> wants(Tickets.View ticket, SignedIn me) {
        List<Standing.Want> wants = new ArrayList<>();
        UUID person = ticket.person();
        if (person != null) {
            for (Account account : accounts.of(person)) {
                for (Action action : Action.OFFERED) {
                    wants.add(new Standing.Want(action.word(), account.system(), me.id()));
                }
            }
        }
        return wants;
    }

    private Page.Ticket head(Tickets.View t, SignedIn me) {
        UUID holder = t.holder();
        return new Page.Ticket(
                t.id(),
                t.shown(),
                t.state(),
                t.openedAt(),
                holder,
                holder == null
                        ? null
                        : analysts.find(holder).map(Analysts.Colleague::name).orElse(null),
                me.id().equals(holder) && t.state() != Tickets.State.CLOSED,
                channels.channel(t.channel()).words(),
                t.talk() == null ? null : talk(t.talk()),
                t.held() == null ? null : talk(t.held()),
                t.conversation() != null,
                t.speaking(),
                t.version(),
                t.summary(),
                t.reminder());
    }

    /** Where it comes from is no secret of the person named, but masked like any contact. */
    private Page.Talk talk(Tickets.Talk talk) {
        return new Page.Talk(
                talk.channel(),
                address(talk).map(TicketChannel.Address::masked).orElse(null),
                talk.called(),
                talk.state());
    }

    private Optional<TicketChannel.Address> address(Tickets.Talk talk) {
        return channels.channel(talk.channel()).address(talk.facts());
    }

    private List<People.Found> suggested(Tickets.View ticket) {
        if (ticket.person() != null) {
            return List.of();
        }
        return Optional.ofNullable(ticket.talk())
                .flatMap(this::address)
                .map(address -> people.withContact(address.value()))
                .orElse(List.of())
                .stream()
                .limit(6)
                .map(p -> new People.Found(p.id(), p.name(), p.account(), p.title(), place(p)))
                .toList();
    }

    private Page.Who who(People.Person p, Tickets.View ticket) {
        List<People.Contact> contacts = people.contacts(p.id());
        return new Page.Who(
                p.id(),
                p.name(),
                p.given(),
                p.account(),
                p.title(),
                place(p),
                p.speaks(),
                claim(p, ticket, contacts),
                contacts.stream().map(this::contact).toList(),
                standing.devices(p.id()),
                people.facts(p.id()).stream().map(f -> f.kind().words()).toList(),
                people.groups(p.id()).stream().sorted().map(g -> g.replace('-', ' ')).toList(),
                earlier(p, ticket),
                alsoOnTheLine(p, ticket),
                inForce(p, ticket),
                p.gone());
    }

    private List<Page.AlsoHere> alsoOnTheLine(People.Person p, Tickets.View ticket) {
        return tickets.openOf(p.id()).stream()
                .filter(other -> !other.id().equals(ticket.id()) && other.conversation() != null)
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

    private static @Nullable String place(People.Person p) {
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
                Optional.ofNullable(talk).flatMap(this::address).map(TicketChannel.Address::value);
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

    private Page.ContactLine contact(People.Contact c) {
        Instant since = c.since();
        Instant now = clock.instant();
        boolean tooNew = since != null && since.plus(TOO_NEW).isAfter(now);
        String note = since == null ? null : "changed " + ago(since, now) + by(c.setBy());
        String masked =
                c.kind().telephone()
                        ? Telephone.masked(c.value())
                        : "•••@" + c.value().substring(c.value().indexOf('@') + 1);
        return new Page.ContactLine(
                c.id(),
                c.kind().words(),
                masked,
                note,
                tooNew,
                c.kind().telephone(),
                messages.reach(c).map(reach -> reach.route().word()).orElse(null),
                messages.reach(c).map(Messages.Reach::brings).orElse(null));
    }

    private static String by(@Nullable String who) {
        return who == null ? "" : " by " + who;
    }

    private static String ago(Instant since, Instant now) {
        long days = Duration.between(since, now).toDays();
        if (days == 0) {
            return "today";
        }
        return days == 1 ? "yesterday" : days + " days ago";
    }

    private List<Page.Earlier> earlier(People.Person p, Tickets.View ticket) {
        return tickets.others(p.id(), ticket.id(), clock.instant().minus(EARLIER)).stream()
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

    private static Page.Done done(Changes.View c) {
        return new Page.Done(
                c.id(),
                c.system(),
                c.action().word(),
                c.action().label(),
                c.state(),
                c.reason(),
                c.servers(),
                c.intendedAt());
    }

    private Page.Handover handover(Handovers.View h, Optional<People.Person> person) {
        List<Page.ContactLine> contacts =
                person.map(p -> people.contacts(p.id())).orElse(List.of()).stream()
                        .filter(c -> messages.reach(c).isPresent())
                        .map(this::contact)
                        .toList();
        List<String> told =
                messages.about(h.change()).stream()
                        .map(
                                t ->
                                        person.flatMap(p -> people.contact(p.id(), t.contact()))
                                                        .map(c -> c.kind().words())
                                                        .orElse("a phone")
                                                + ", "
                                                + t.state().words())
                        .toList();
        return new Page.Handover(h, contacts, told);
    }
}
