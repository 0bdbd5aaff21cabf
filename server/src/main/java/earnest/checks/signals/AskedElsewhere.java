package earnest.checks.signals;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** Somebody asks as this person on another ticket, too. */
@Component
class AskedElsewhere implements Signal {
    @Override
    public String kind() {
        return "asked-elsewhere";
    }

    @Override
    public String title() {
        return "Named on another ticket within a day";
    }

    @Override
    public Optional<Seen> seen(About about) {
        return Optional.ofNullable(about.around().otherAt())
                .map(at -> new Seen("Named on another ticket " + Ago.words(at, about.now())));
    }
}
