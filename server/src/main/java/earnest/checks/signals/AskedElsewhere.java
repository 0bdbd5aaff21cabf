package earnest.checks.signals;

import org.jspecify.annotations.Nullable;
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
        return Optional.ofNullable(about.around().other())
                .map(
                        other ->
                                new Seen(
                                        "Named on another ticket %s%s"
                                                .formatted(
                                                        Ago.words(other.at(), about.now()),
                                                        from(about.address(), other.address())),
                                        null,
                                        other.ticket()));
    }

    private static String from(@Nullable String here, @Nullable String there) {
        if (here == null || there == null) {
            return "";
        }
        return (here.equals(there) ? ", from the same " : ", from another ")
                + (there.startsWith("+") ? "number" : "mailbox");
    }
}
