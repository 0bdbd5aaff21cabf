package earnest.channels;

import earnest.people.ContactKind;

import org.springframework.stereotype.Component;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** All carriers that are registered. Thread-safe. */
@Component
class Carriers {
    private final List<Carrier> carriers;

    Carriers(List<Carrier> registered) {
        this.carriers = registered.stream().sorted(Comparator.comparing(Carrier::id)).toList();
        if (carriers.stream().map(Carrier::id).distinct().count() != carriers.size()) {
            throw new IllegalStateException("two carriers have one id");
        }
    }

    /** Who reaches people at a contact of that kind; empty if nobody does. */
    Optional<Carrier> to(ContactKind kind) {
        return carriers.stream().filter(carrier -> carrier.reaches(kind)).findFirst();
    }

    /** The carrier of an id; empty where its folder was taken away since. */
    Optional<Carrier> carrier(String id) {
        return carriers.stream().filter(carrier -> carrier.id().equals(id)).findFirst();
    }
}
