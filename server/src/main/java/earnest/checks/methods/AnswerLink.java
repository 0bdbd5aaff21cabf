package earnest.checks.methods;

import earnest.links.LinkPurpose;

import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** What stands behind a link for whoever speaks with the desk: it is I, or I did not ask. */
@Component
class AnswerLink implements LinkPurpose {
    static final String PURPOSE = "it-is-me";

    private static final List<Choice> CHOICES =
            List.of(
                    new Choice(LinkBySending.OPENED, "It is I, and I asked for help", false),
                    new Choice(LinkBySending.NOT_ASKED, "I did not ask for this", true));

    private final WithTheDesk desk;

    AnswerLink(WithTheDesk desk) {
        this.desk = desk;
    }

    @Override
    public String id() {
        return PURPOSE;
    }

    @Override
    public Optional<Shown> opened(UUID about, boolean first) {
        return desk.open(about).map(check -> desk.shown(check, "Press", CHOICES, null));
    }

    @Override
    public Optional<Told> answered(UUID about, String choice) {
        return desk.open(about)
                .map(check -> desk.answered(check, choice, choice.equals(LinkBySending.OPENED)));
    }
}
