package earnest.links;

import earnest.core.passwords.Secret;
import earnest.ground.Ids;

import org.springframework.stereotype.Service;

import java.time.Duration;
import java.util.UUID;

/** Makes links and ends them. */
@Service
class OneTimeLinks implements Links {
    private final LinkRows rows;
    private final LinkTokens tokens;
    private final LinkPlace place;
    private final Ids ids;

    OneTimeLinks(LinkRows rows, LinkTokens tokens, LinkPlace place, Ids ids) {
        this.rows = rows;
        this.tokens = tokens;
        this.place = place;
        this.ids = ids;
    }

    @Override
    public UUID make(String purpose, UUID about, Duration lasts) {
        UUID id = ids.next();
        rows.add(id, purpose, about, lasts);
        return id;
    }

    @Override
    public Secret address(UUID about) {
        UUID id = rows.latest(about).orElseThrow(() -> new IllegalStateException("no link"));
        return Secret.of(place.url() + "/link#" + tokens.token(id));
    }

    @Override
    public void end(UUID about) {
        rows.end(about);
    }
}
