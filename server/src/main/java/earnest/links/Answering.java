package earnest.links;

import earnest.core.passwords.Secret;
import earnest.ground.Problem;
import earnest.ground.Writes;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What whoever holds a link does with it. */
@Service
class Answering {
    private final LinkRows rows;
    private final LinkTokens tokens;
    private final LinkPurposes purposes;
    private final Writes writes;

    Answering(LinkRows rows, LinkTokens tokens, LinkPurposes purposes, Writes writes) {
        this.rows = rows;
        this.tokens = tokens;
        this.purposes = purposes;
        this.writes = writes;
    }

    /** The same answer for a token that never was, one that was used, and one that is over. */
    private static Problem over() {
        return new Problem(
                404,
                "link-over",
                "This link does not work any more: it was used, it is out of time, or it is not"
                        + " whole. If you still want to answer, ask the service desk for another.");
    }

    /** A link that may be answered, with what stands behind it. */
    private record Found(LinkRows.Open link, LinkPurpose purpose) {}

    private Found open(String token, String page) {
        return tokens.id(token)
                .flatMap(rows::open)
                .flatMap(
                        link ->
                                purposes.purpose(link.purpose())
                                        .map(purpose -> new Found(link, purpose)))
                .filter(found -> found.purpose.page().equals(page))
                .orElseThrow(Answering::over);
    }

    LinkPurpose.Shown press(String token, String page) {
        return writes.get(
                () -> {
                    Found found = open(token, page);
                    return found.purpose
                            .opened(found.link.about(), rows.press(found.link.id()))
                            .orElseThrow(Answering::over);
                });
    }

    Links.Answered answer(String token, String choice, @Nullable Secret given, String page) {
        return writes.get(
                () -> {
                    Found found = open(token, page);
                    if (!rows.use(found.link.id())) {
                        throw over();
                    }
                    mustBeShown(found, choice);
                    LinkPurpose.Told told =
                            found.purpose
                                    .answered(found.link.about(), choice, given)
                                    .orElseThrow(Answering::over);
                    return new Links.Answered(found.link.about(), told);
                });
    }

    /** It is used up only by an answer that was offered. */
    private static void mustBeShown(Found found, String choice) {
        LinkPurpose.Shown shown =
                found.purpose.opened(found.link.about(), false).orElseThrow(Answering::over);
        if (shown.choices().stream().noneMatch(offered -> offered.id().equals(choice))) {
            throw Problem.invalid("That is none of the answers.");
        }
    }
}
