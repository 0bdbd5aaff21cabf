package earnest.checks.signals;

import earnest.people.People;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** Whom the directory has no more, nobody helps into anything. */
@Component
class Gone implements Signal {
    private final People people;

    Gone(People people) {
        this.people = people;
    }

    @Override
    public String kind() {
        return "gone";
    }

    @Override
    public String title() {
        return "Gone from the directory";
    }

    @Override
    public Optional<Seen> seen(About about) {
        return people.person(about.person())
                .filter(People.Person::gone)
                .map(person -> new Seen("Not in the directory any more"));
    }
}
