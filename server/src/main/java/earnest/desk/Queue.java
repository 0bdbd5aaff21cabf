package earnest.desk;

import earnest.access.Analysts;
import earnest.access.SignedIn;
import earnest.people.People;
import earnest.people.Telephone;
import earnest.tickets.Tickets;

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
    private final People people;
    private final Analysts analysts;

    Queue(Tickets tickets, People people, Analysts analysts) {
        this.tickets = tickets;
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
        Tickets.Call call = t.call();
        String line = line(t, call);
        Instant since = call == null ? t.openedAt() : since(call);
        Optional<People.Person> person = Optional.ofNullable(t.person()).flatMap(people::person);
        return new Waiting(
                t.id(),
                t.shown(),
                person.map(People.Person::name).orElseGet(() -> title(line)),
                words(line, call, person.isPresent()),
                line,
                since,
                t.reminder(),
                t.holder() == null
                        ? null
                        : analysts.find(t.holder()).map(Analysts.Colleague::name).orElse(null));
    }

    private static String line(Tickets.View ticket, Tickets.@Nullable Call call) {
        if (ticket.state() == Tickets.State.RINGING) {
            return "ringing";
        }
        if (call == null) {
            return "ended";
        }
        return call.state().equals("answered") ? "on-the-line" : call.state();
    }

    private static Instant since(Tickets.Call call) {
        Instant ended = call.endedAt();
        Instant answered = call.answeredAt();
        return ended != null ? ended : answered != null ? answered : call.rangAt();
    }

    private static String title(String line) {
        return switch (line) {
            case "ringing" -> "Ringing";
            case "missed" -> "Missed call";
            default -> "A caller, not named yet";
        };
    }

    private String words(String line, Tickets.@Nullable Call call, boolean named) {
        return switch (line) {
            case "ringing", "missed" -> number(call);
            case "on-the-line" -> "on the line";
            case "held" -> "on hold";
            case "dropped" -> "the line dropped";
            default -> named ? "nobody on the line" : "hung up";
        };
    }

    private String number(Tickets.@Nullable Call call) {
        String number = call == null ? null : call.numberShown();
        if (number == null) {
            return "no number shown";
        }
        List<People.Person> known = people.withNumber(number);
        String whose =
                known.isEmpty()
                        ? "nobody we know"
                        : known.size() == 1
                                ? "number of " + known.getFirst().name()
                                : "number of " + known.size() + " people";
        return Telephone.masked(number) + ", " + whose;
    }
}
