package earnest.links;

import earnest.ground.Problem;
import earnest.ground.Writes;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;

import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What whoever holds a link does with it. */
@Service
class Answering {
    private final LinkRows rows;
    private final LinkTokens tokens;
    private final Map<String, LinkPurpose> purposes;
    private final Writes writes;

    Answering(
            LinkRows rows, LinkTokens tokens, ObjectProvider<LinkPurpose> purposes, Writes writes) {
        this.rows = rows;
        this.tokens = tokens;
        this.purposes =
                purposes.stream().collect(Collectors.toMap(LinkPurpose::id, Function.identity()));
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

    private LinkRows.Open open(String token) {
        return tokens.id(token)
                .flatMap(rows::open)
                .filter(link -> purposes.containsKey(link.purpose()))
                .orElseThrow(Answering::over);
    }

    private LinkPurpose purpose(LinkRows.Open link) {
        return purposes.get(link.purpose());
    }

    /** What it is about, for whoever pressed. */
    LinkPurpose.Shown press(String token) {
        return writes.get(
                () -> {
                    LinkRows.Open link = open(token);
                    return purpose(link)
                            .opened(link.about(), rows.press(link.id()))
                            .orElseThrow(Answering::over);
                });
    }

    /** Takes the answer, once. */
    LinkPurpose.Told answer(String token, String choice) {
        return writes.get(
                () -> {
                    LinkRows.Open link = open(token);
                    if (!rows.use(link.id())) {
                        throw over();
                    }
                    return purpose(link)
                            .answered(link.about(), choice)
                            .orElseThrow(Answering::over);
                });
    }
}
