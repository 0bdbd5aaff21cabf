package earnest.links;

import earnest.core.passwords.Secret;
import earnest.ground.Ids;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

import java.time.Duration;
import java.util.UUID;

/** Makes links and ends them. */
@Service
class OneTimeLinks implements Links {
    private final Answering answering;
    private final LinkPurposes purposes;
    private final LinkRows rows;
    private final LinkTokens tokens;
    private final LinkPlace place;
    private final Ids ids;

    OneTimeLinks(
            Answering answering,
            LinkPurposes purposes,
            LinkRows rows,
            LinkTokens tokens,
            LinkPlace place,
            Ids ids) {
        this.answering = answering;
        this.purposes = purposes;
        this.rows = rows;
        this.tokens = tokens;
        this.place = place;
        this.ids = ids;
    }

    @Override
    public LinkPurpose.Shown press(String token, String page) {
        return answering.press(token, page);
    }

    @Override
    public Answered answer(String token, String choice, @Nullable Secret given, String page) {
        return answering.answer(token, choice, given, page);
    }

    @Override
    public UUID make(String purpose, UUID about, Duration lasts) {
        UUID id = ids.next();
        rows.add(id, purpose, about, lasts);
        return id;
    }

    @Override
    public Secret address(UUID about) {
        LinkRows.Made made =
                rows.latest(about).orElseThrow(() -> new IllegalStateException("no link"));
        String page = purposes.purpose(made.purpose()).map(LinkPurpose::page).orElse(Links.PAGE);
        return Secret.of(place.url() + page + "#" + tokens.token(made.id()));
    }

    @Override
    public String publicAddress(String page) {
        return place.url() + page;
    }

    @Override
    public void end(UUID about) {
        rows.end(about);
    }
}
