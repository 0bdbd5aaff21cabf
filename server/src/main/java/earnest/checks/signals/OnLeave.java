package earnest.checks.signals;

import earnest.people.People;

import org.springframework.stereotype.Component;

import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;

/** Who is away seldom asks for help with their accounts. */
@Component
class OnLeave implements Signal {
    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH).withZone(ZoneOffset.UTC);

    private final People people;

    OnLeave(People people) {
        this.people = people;
    }

    @Override
    public String kind() {
        return "on-leave";
    }

    @Override
    public String title() {
        return "Away by the directory";
    }

    @Override
    public Optional<Seen> seen(About about) {
        return people.person(about.person())
                .map(People.Person::awayUntil)
                .filter(until -> until.isAfter(about.now()))
                .map(until -> new Seen("Away until " + DAY.format(until)));
    }
}
