package earnest.checks.methods.numbershown;

import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.checks.methods.Check;
import earnest.checks.methods.CheckState;
import earnest.checks.methods.Known;
import earnest.checks.methods.Possible;
import earnest.checks.methods.ProofMethod;
import earnest.people.People;
import earnest.record.EntryKind;
import earnest.tickets.Tickets;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The number that a call shows: a line of its own, and no points, since anybody can show it. */
@Component
class NumberShown implements ProofMethod {
    private static final String DIFFERS = "number-differs";

    private final People people;
    private final TicketChannels channels;

    NumberShown(People people, TicketChannels channels) {
        this.people = people;
        this.channels = channels;
    }

    private Optional<String> address(String channel, Map<String, String> facts) {
        return channels.address(channel, facts).map(TicketChannel.Address::value);
    }

    @Override
    public String id() {
        return "number-shown";
    }

    @Override
    public List<Possible> offers(Known known) {
        return List.of();
    }

    @Override
    public String missing(Known known) {
        return "It shows by itself, or not at all.";
    }

    /** Compared once somebody is named; a withheld number says nothing. */
    @Override
    public Optional<Shown> shown(Tickets.Claimed claimed) {
        return address(claimed.channel(), claimed.facts()).map(number -> compared(claimed, number));
    }

    private Shown compared(Tickets.Claimed claimed, String number) {
        TicketChannel channel = channels.channel(claimed.channel());
        String what = channel.words().address().toLowerCase(Locale.ROOT);
        String teller = channel.deeds().teller();
        return people.contacts(claimed.person()).stream()
                .filter(contact -> contact.value().equals(number))
                .findFirst()
                .map(contact -> new Shown(contact, EntryKind.NUMBER_SHOWN, what, teller))
                .orElse(new Shown(null, EntryKind.NUMBER_DIFFERS, what, teller));
    }

    @Override
    public Set<String> signalKinds() {
        return Set.of(DIFFERS);
    }

    /** A withheld number differs from nothing. */
    @Override
    public Map<String, String> signals(Known known) {
        Tickets.Talk talk = known.ticket().talk();
        boolean differs =
                talk != null
                        && address(talk.channel(), talk.facts())
                                .filter(
                                        number ->
                                                known.contacts().stream()
                                                        .noneMatch(c -> c.value().equals(number)))
                                .isPresent();
        return differs
                ? Map.of(
                        DIFFERS,
                        channels.channel(talk.channel()).words().address() + " is not on record")
                : Map.of();
    }

    @Override
    public String label(Check check) {
        return "Number shown";
    }

    @Override
    public Explained explain(Check check, Known known, int mostFromMemory) {
        return new Explained(
                label(check), check.state() == CheckState.PASSED ? "easily faked" : null);
    }
}
