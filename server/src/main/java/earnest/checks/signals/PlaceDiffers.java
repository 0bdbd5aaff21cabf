package earnest.checks.signals;

import earnest.channels.TicketChannel;
import earnest.channels.TicketChannels;
import earnest.people.People;
import earnest.people.Telephone;

import org.springframework.stereotype.Component;

import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** The number that shows is of a country of which none of theirs on record is. */
@Component
class PlaceDiffers implements Signal {
    private final TicketChannels channels;
    private final Telephone telephone;

    PlaceDiffers(TicketChannels channels, Telephone telephone) {
        this.channels = channels;
        this.telephone = telephone;
    }

    @Override
    public String kind() {
        return "place-differs";
    }

    @Override
    public String title() {
        return "A number of another country than theirs";
    }

    @Override
    public Optional<Seen> seen(About about) {
        Set<Integer> theirs =
                about.contacts().stream()
                        .filter(contact -> contact.kind().telephone())
                        .map(People.Contact::value)
                        .flatMap(number -> telephone.country(number).stream())
                        .collect(Collectors.toSet());
        return theirs.isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(about.ticket().talk())
                        .flatMap(talk -> channels.address(talk.channel(), talk.facts()))
                        .map(TicketChannel.Address::value)
                        .flatMap(telephone::country)
                        .filter(country -> !theirs.contains(country))
                        .map(
                                country ->
                                        new Seen(
                                                "Shows a number of +%d; theirs are of other countries"
                                                        .formatted(country)));
    }
}
