package earnest.checks.signals;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** From where this one comes, others were asked for today. */
@Component
class ManyOnNumber implements Signal {
    @Override
    public String kind() {
        return "many-on-number";
    }

    @Override
    public String title() {
        return "Others were asked for from there within a day";
    }

    @Override
    public Optional<Seen> seen(About about) {
        return Optional.of(about.around().othersFromThere())
                .filter(others -> others > 0)
                .map(
                        others ->
                                new Seen(
                                        others == 1
                                                ? "Somebody else was asked for from there today"
                                                : "%d others were asked for from there today"
                                                        .formatted(others)));
    }
}
