package earnest.checks.signals;

import org.springframework.stereotype.Component;

import java.util.Optional;

/** Whoever asks presses the analyst, who said so. */
@Component
class Pressed implements Signal {
    @Override
    public String kind() {
        return "pressed";
    }

    @Override
    public String title() {
        return "They press the analyst";
    }

    @Override
    public Optional<Seen> seen(About about) {
        return about.ticket().pressedAt() == null
                ? Optional.empty()
                : Optional.of(new Seen("They press you"));
    }
}
