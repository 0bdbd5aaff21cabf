package earnest.desk;

import earnest.access.Analysts;
import earnest.access.SignedIn;
import earnest.channels.ChannelWords;
import earnest.channels.TicketChannels;
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
class Queue {
    /** The edge of the book. */
    @Schema(name = "DeskEdge")
    record Edge(List<Waiting> inHand, List<Waiting> waiting, List<Waiting> withColleagues) {}

    /**
     * One page.
     *
     * @param line {@code ringing, on-the-line, dropped, ended, missed}
     * @param lineSince since when it is so
     */
    record Waiting(
            UUID id,
            String number,
            String title,
            String words,
            String line,
            Instant lineSince,
            @Nullable String reminder,
            @Nullable String holder) {}

    private final Tickets tickets;
    private final TicketChannels channels;
    private final People people;
    private final Analysts analysts;

    Queue(Tickets tickets, TicketChannels channels, People people, Analysts analysts) {
        this.tickets = tickets;
        this.channels = channels;
        this.people = people;
        this.analysts = analysts;
    }

    Edge edge(SignedIn me) {
        List<Waiting> inHand = new ArrayList<>();
        List<Waiting> waiting = new ArrayList<>();
        List<Waiting> withColleagues = new ArrayList<>();
        for (Tickets.View ticket : tickets.open()) {
            UUID holder = ticket.holder();
            if (holder == null) {
                waiting.add(line(ticket));
            } else if (holder.equals(me.id())) {
                inHand.add(line(ticket));
            } else {
                withColleagues.add(line(ticket));
            }
        }
        return new Edge(inHand, waiting, withColleagues);
    }

    private Waiting line(Tickets.View t) {
        Tickets.Talk talk = t.talk();
        ChannelWords say = channels.channel(t.channel()).words();
        String line = line(t, talk);
        Instant since = talk == null ? t.openedAt() : since(talk);
        Optional<People.Person> person = Optional.ofNullable(t.person()).flatMap(people::person);
        return new Waiting(
                t.id(),
                t.shown(),
                person.map(People.Person::name).orElseGet(() -> title(line, say)),
                words(line, talk, say, person.isPresent()),
                line,
                since,
                t.reminder(),
                t.holder() == null
                        ? null
                        : analysts.find(t.holder()).map(Analysts.Colleague::name).orElse(null));
    }

    private static String line(Tickets.View ticket, Tickets.@Nullable Talk talk) {
        if (ticket.state() == Tickets.State.RINGING) {
            return "ringing";
        }
        if (talk == null) {
            return "ended";
        }
        return talk.state().equals("answered") ? "on-the-line" : talk.state();
    }

    private static Instant since(Tickets.Talk talk) {
        Instant ended = talk.endedAt();
        Instant answered = talk.answeredAt();
        return ended != null ? ended : answered != null ? answered : talk.rangAt();
    }

    private static String title(String line, ChannelWords say) {
        return switch (line) {
            case "ringing" -> say.waiting();
            case "missed" -> say.missed();
            default -> say.unnamed();
        };
    }

    private String words(
            String line, Tickets.@Nullable Talk talk, ChannelWords say, boolean named) {
        return switch (line) {
            case "ringing", "missed" -> address(talk, say);
            case "on-the-line" -> say.present();
            case "held" -> say.held();
            case "dropped" -> say.dropped();
            default -> named ? say.nobody() : say.over();
        };
    }

    private String address(Tickets.@Nullable Talk talk, ChannelWords say) {
        return Optional.ofNullable(talk)
                .flatMap(t -> channels.channel(t.channel()).address(t.facts()))
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
