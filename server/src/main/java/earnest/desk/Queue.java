package earnest.desk;

import earnest.access.Analysts;
import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.ground.Reads;
import earnest.ground.Together;
import earnest.live.Pushed;
import earnest.people.People;
import earnest.tickets.Tickets;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Who is in hand and who is waiting, in words that a person would say. */
@Component
class Queue implements Pushed {
    /** The edge of the book. */
    @Schema(name = "DeskEdge")
    record Edge(List<Waiting> inHand, List<Waiting> waiting, List<Waiting> withColleagues) {}

    /**
     * One page.
     *
     * @param talk how the present conversation stands, or the latest
     * @param since when it is so
     */
    @Schema(name = "TicketOnEdge")
    record Waiting(
            UUID id,
            String number,
            String title,
            String words,
            Tickets.TalkState talk,
            Instant since,
            @Nullable String reminder,
            @Nullable Instant ringBackAt,
            @Nullable String holder) {}

    private final Tickets tickets;
    private final TicketChannels channels;
    private final People people;
    private final Analysts analysts;
    private final Reads reads;
    private final Together<List<Row>> shared;

    Queue(Tickets tickets, TicketChannels channels, People people, Analysts analysts, Reads reads) {
        this.shared = new Together<>(() -> reads.get(this::rows));
        this.reads = reads;
        this.tickets = tickets;
        this.channels = channels;
        this.people = people;
        this.analysts = analysts;
    }

    /** A row with whose it is. */
    private record Row(@Nullable UUID holder, Waiting shown) {}

    /** The same rows for everybody at the desk: pages that ask at one moment share them. */
    Edge edge(SignedIn me) {
        return edge(shared.get(), me);
    }

    @Override
    public String name() {
        return "edge";
    }

    /** Read anew: what others asked for may be older than what was just recorded. */
    @Override
    public Snapshot read() {
        List<Row> all = reads.get(this::rows);
        return who -> who.may(Right.WORK_AT_DESK) ? edge(all, who) : null;
    }

    private static Edge edge(List<Row> rows, SignedIn me) {
        List<Waiting> inHand = new ArrayList<>();
        List<Waiting> waiting = new ArrayList<>();
        List<Waiting> withColleagues = new ArrayList<>();
        for (Row row : rows) {
            if (row.holder == null) {
                waiting.add(row.shown);
            } else if (row.holder.equals(me.id())) {
                inHand.add(row.shown);
            } else {
                withColleagues.add(row.shown);
            }
        }
        return new Edge(inHand, waiting, withColleagues);
    }

    private List<Row> rows() {
        return tickets.open().stream()
                .filter(ticket -> ticket.holder() != null || !helpsThemselves(ticket))
                .map(ticket -> new Row(ticket.holder(), row(ticket)))
                .toList();
    }

    /** Nobody has to do anything, until something is to be remembered. */
    private boolean helpsThemselves(Tickets.View ticket) {
        return channels.channel(ticket.channel()).alone() && ticket.reminder() == null;
    }

    private Waiting row(Tickets.View t) {
        Tickets.Talk talk = t.talk();
        ChannelWords say = channels.channel(t.channel()).words();
        Tickets.TalkState state = state(t, talk);
        Instant since = talk == null ? t.openedAt() : since(talk);
        Optional<People.Person> person = Optional.ofNullable(t.person()).flatMap(people::person);
        Optional<TicketChannel.Glimpse> glimpse = glimpse(t, talk);
        return new Waiting(
                t.id(),
                t.shown(),
                person.map(People.Person::name)
                        .orElseGet(
                                () ->
                                        glimpse.map(TicketChannel.Glimpse::title)
                                                .orElseGet(() -> title(state, say))),
                glimpse.filter(g -> t.holder() == null)
                        .map(TicketChannel.Glimpse::words)
                        .orElseGet(() -> words(state, talk, say, person.isPresent())),
                state,
                since,
                t.reminder(),
                t.ringBackAt(),
                t.holder() == null
                        ? null
                        : analysts.find(t.holder()).map(Analysts.Colleague::name).orElse(null));
    }

    private Optional<TicketChannel.Glimpse> glimpse(
            Tickets.View ticket, Tickets.@Nullable Talk talk) {
        return talk == null
                ? Optional.empty()
                : channels.channel(ticket.channel()).glimpse(talk.reference());
    }

    private static Tickets.TalkState state(Tickets.View ticket, Tickets.@Nullable Talk talk) {
        if (ticket.state() == Tickets.State.RINGING) {
            return Tickets.TalkState.RINGING;
        }
        return talk == null ? Tickets.TalkState.ENDED : talk.state();
    }

    private static Instant since(Tickets.Talk talk) {
        Instant ended = talk.endedAt();
        Instant answered = talk.answeredAt();
        return ended != null ? ended : answered != null ? answered : talk.rangAt();
    }

    private static String title(Tickets.TalkState state, ChannelWords say) {
        return switch (state) {
            case RINGING -> say.waiting();
            case MISSED -> say.missed();
            case ANSWERED, HELD, DROPPED, ENDED -> say.unnamed();
        };
    }

    private String words(
            Tickets.TalkState state, Tickets.@Nullable Talk talk, ChannelWords say, boolean named) {
        return switch (state) {
            case RINGING, MISSED -> address(talk, say);
            case ANSWERED -> say.present();
            case HELD -> say.held();
            case DROPPED -> say.dropped();
            case ENDED -> named ? say.nobody() : say.over();
        };
    }

    private String address(Tickets.@Nullable Talk talk, ChannelWords say) {
        return Optional.ofNullable(talk)
                .flatMap(t -> channels.address(t.channel(), t.facts()))
                .map(address -> address.masked() + ", " + whose(address.value(), say))
                .orElse(say.noAddress());
    }

    private String whose(String address, ChannelWords say) {
        List<People.Person> known = people.withContact(address);
        if (known.isEmpty()) {
            return "nobody we know";
        }
        return known.size() == 1
                ? say.whose() + " " + known.getFirst().name()
                : say.whose() + " " + known.size() + " people";
    }
}
