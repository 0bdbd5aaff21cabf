package earnest.desk;

import earnest.access.Analysts;
import earnest.access.SignedIn;
import earnest.changes.Changes;
import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.checks.SecondsAwaited;
import earnest.checks.Standing;
import earnest.people.People;
import earnest.pickup.PickUps;
import earnest.record.TheRecord;
import earnest.systems.Account;
import earnest.systems.Accounts;
import earnest.systems.Action;
import earnest.tickets.Tickets;
import earnest.written.Wants;
import earnest.written.Written;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Composes the page of a ticket. */
@Component
class PageComposer {
    private static final int TAPE = 4;

    private final Tickets tickets;
    private final People people;
    private final Analysts analysts;
    private final Standing standing;
    private final SecondsAwaited seconds;
    private final Changes changes;
    private final TicketChannels channels;
    private final Accounts accounts;
    private final Written written;
    private final Wants wanted;
    private final PickUps pickUps;
    private final TheRecord record;
    private final WhoComposer whoComposer;
    private final HandoverComposer handoverComposer;

    PageComposer(
            Tickets tickets,
            People people,
            Analysts analysts,
            Standing standing,
            SecondsAwaited seconds,
            Changes changes,
            TicketChannels channels,
            Accounts accounts,
            Written written,
            Wants wanted,
            PickUps pickUps,
            TheRecord record,
            WhoComposer whoComposer,
            HandoverComposer handoverComposer) {
        this.tickets = tickets;
        this.people = people;
        this.analysts = analysts;
        this.standing = standing;
        this.seconds = seconds;
        this.changes = changes;
        this.channels = channels;
        this.accounts = accounts;
        this.written = written;
        this.wanted = wanted;
        this.pickUps = pickUps;
        this.record = record;
        this.whoComposer = whoComposer;
        this.handoverComposer = handoverComposer;
    }

    Page page(UUID id, SignedIn me) {
        Tickets.View ticket = tickets.view(id);
        Optional<People.Person> person =
                Optional.ofNullable(ticket.person()).flatMap(people::person);
        List<Changes.View> done = asked(changes.onTicket(id));
        return new Page(
                head(ticket, me),
                suggested(ticket),
                person.map(p -> whoComposer.who(p, ticket)).orElse(null),
                written(ticket),
                standing.reckoning(ticket, wants(ticket, me), Standing.Side.DESK),
                seconds.on(ticket, me.id()),
                pickUps.onPage(ticket),
                done.stream().map(PageComposer::done).toList(),
                handoverComposer.handover(id, person),
                record.ofTicket(id, TAPE));
    }

    /** What Earnest did by itself shows where the password is handed over. */
    private static List<Changes.View> asked(List<Changes.View> all) {
        return all.stream().filter(c -> Action.OFFERED.contains(c.action())).toList();
    }

    private Page.@Nullable Written written(Tickets.View ticket) {
        return channels.channel(ticket.channel()).written()
                ? new Page.Written(
                        written.after(ticket.id(), 0), wanted.shown(ticket.id()).orElse(null))
                : null;
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
                holder == null ? null : name(holder, me),
                me.id().equals(holder) && t.state() != Tickets.State.CLOSED,
                channels.channel(t.channel()).words(),
                t.talk() == null ? null : talk(t.talk()),
                t.held() == null ? null : talk(t.held()),
                t.conversation() != null,
                t.speaking(),
                t.version(),
                t.summary(),
                t.reminder(),
                t.pressedAt(),
                t.ringBackAt());
    }

    private @Nullable String name(UUID holder, SignedIn me) {
        return holder.equals(me.id())
                ? me.name()
                : analysts.find(holder).map(Analysts.Colleague::name).orElse(null);
    }

    /** Where it comes from is no secret of the person named, but masked like any contact. */
    private Page.Talk talk(Tickets.Talk talk) {
        return new Page.Talk(
                talk.channel(),
                channels.address(talk.channel(), talk.facts())
                        .map(TicketChannel.Address::masked)
                        .orElse(null),
                talk.called(),
                talk.state());
    }

    private List<People.Found> suggested(Tickets.View ticket) {
        if (ticket.person() != null) {
            return List.of();
        }
        return Optional.ofNullable(ticket.talk())
                .flatMap(talk -> channels.address(talk.channel(), talk.facts()))
                .map(address -> people.withContact(address.value()))
                .orElse(List.of())
                .stream()
                .limit(6)
                .map(
                        p ->
                                new People.Found(
                                        p.id(),
                                        p.name(),
                                        p.account(),
                                        p.title(),
                                        WhoComposer.place(p)))
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
}
