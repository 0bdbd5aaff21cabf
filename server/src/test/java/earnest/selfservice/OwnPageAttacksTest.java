package earnest.selfservice;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.testkit.Answer;
import earnest.testkit.Http;
import earnest.testkit.OwnPage;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** What a stranger would try on the page: enumerate, guess, flood, forge, plant. */
@ExtendWith(App.Running.class)
class OwnPageAttacksTest {
    private static final Map<String, String> FLOODED = Map.of("name", "flooded");
    private static final Duration STEP = Duration.ofMillis(250);

    private final App app;

    OwnPageAttacksTest(App app) {
        this.app = app;
    }

    private OwnPage browser() {
        return new OwnPage(app.httpFromElsewhere());
    }

    /** Without times. */
    private static String shape(JsonNode page) {
        ObjectNode shape = (ObjectNode) page.deepCopy();
        shape.remove("endsAt");
        shape.remove("until");
        if (shape.get("open") instanceof ObjectNode open) {
            open.remove("until");
        }
        return shape.toString();
    }

    @Test
    void namesThatAreKnownAndThatAreNotLookAlike() {
        OwnPage known = browser();
        OwnPage nobody = browser();
        Answer one = known.start(app.somebody());
        Answer other = nobody.start("nobody.of.that.name");
        assertThat(one.status()).isEqualTo(other.status()).isEqualTo(200);
        assertThat(shape(one.ok())).isEqualTo(shape(other.ok()));
        assertThat(other.ok().get("stage").asString()).isEqualTo("prove");
        assertThat(other.ok().get("ways").size()).isPositive();
        String word = nobody.way("harbour-word");
        assertThat(shape(known.begin(known.way("harbour-word")).ok().get("open")))
                .isEqualTo(shape(nobody.begin(word).ok().get("open")));
        Answer wrong = known.type("wrong");
        Answer pretended = nobody.type("wrong");
        assertThat(wrong.ok().get("right")).isEqualTo(pretended.ok().get("right"));
        assertThat(shape(wrong.ok().get("page").get("open")))
                .isEqualTo(shape(pretended.ok().get("page").get("open")));
        // The last try ends it for both.
        assertThat(known.type("wrong").ok().get("page").has("open"))
                .isEqualTo(nobody.type("wrong").ok().get("page").has("open"))
                .isFalse();
        assertThat(known.type("wrong").problem())
                .isEqualTo(nobody.type("wrong").problem())
                .isEqualTo("check-over");
    }

    @Test
    void answersLeaveAtWholeStepsOfTime() {
        OwnPage known = browser();
        OwnPage nobody = browser();
        known.start(app.somebody()).ok();
        nobody.start("nobody.with.a.watch").ok();
        for (OwnPage page : List.of(known, nobody)) {
            long fastest = Long.MAX_VALUE;
            for (int i = 0; i < 3; i++) {
                long began = System.nanoTime();
                page.page();
                fastest = Math.min(fastest, System.nanoTime() - began);
            }
            assertThat(fastest).isGreaterThanOrEqualTo(STEP.toNanos());
        }
    }

    @Test
    void guessingEndsTheSessionAndThenTheName() {
        String name = "nobody.to.guess";
        int refused = 0;
        for (int session = 0; session < 4; session++) {
            OwnPage page = browser();
            page.start(name).ok();
            for (int i = 0; i < 5; i++) {
                if (i % 2 == 0 && page.begin(page.way("harbour-word")).status() != 200) {
                    refused++;
                    break;
                }
                refused += page.type("wrong " + i).status() == 429 ? 1 : 0;
            }
        }
        assertThat(refused).isPositive();
    }

    @Test
    void floodingIsSlowedForAnAddressAndForAName() throws Exception {
        Http robot = app.httpFromElsewhere();
        robot.get("/api/session");
        List<Answer> first = atOnce(40, () -> robot.post("/api/own/puzzle", FLOODED));
        assertThat(first).allMatch(answer -> answer.status() == 200);
        assertThat(robot.post("/api/own/puzzle", FLOODED).ok().get("bits").asInt())
                .isEqualTo(12 + 8 + 2);
        List<Answer> more = atOnce(90, () -> robot.post("/api/own/puzzle", FLOODED));
        assertThat(more).anyMatch(answer -> answer.problem().equals("slow-down"));
    }

    private static List<Answer> atOnce(int many, Callable<Answer> act) throws Exception {
        List<Answer> answers = new ArrayList<>();
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (Future<Answer> one : threads.invokeAll(Collections.nCopies(many, act))) {
                answers.add(one.get());
            }
        }
        return answers;
    }

    @Test
    void aForgedCookieOrAPlantedOneOpensNothing() {
        OwnPage page = browser();
        page.start(app.somebody()).ok();
        String planted = "A".repeat(43);
        OwnPage thief =
                new OwnPage(app.httpFromElsewhere().withCookie("earnest-own-page", planted));
        assertThat(thief.stage()).isEqualTo("begin");
        assertThat(thief.begin("harbour-word").problem()).isEqualTo("page-over");
        // Nor does a token that was replaced.
        String before = page.http().cookie("earnest-own-page");
        page.start(app.somebody()).ok();
        assertThat(page.http().cookie("earnest-own-page")).isNotEqualTo(before);
    }

    @Test
    void itCannotBeDrivenFromAnotherSite() {
        OwnPage page = browser();
        page.start(app.somebody()).ok();
        page.http().with("Origin", "https://elsewhere.example");
        assertThat(page.begin("harbour-word").problem()).isEqualTo("not-from-this-page");
    }

    @Test
    void nothingOfThePersonIsShownBeforeProof() {
        String account = app.somebody();
        JsonNode person = app.knows(account);
        OwnPage page = browser();
        String shown = page.start(account).text() + page.begin(page.ways().getFirst()).text();
        for (String field : Arrays.asList("ownMail", "mobile", "name", "mail", "staffNumber")) {
            if (person.hasNonNull(field)) {
                assertThat(shown).as(field).doesNotContain(person.get(field).asString());
            }
        }
        assertThat(shown).doesNotContain("@").doesNotContain("directory");
    }

    @Test
    void anotherPersonsSystemOrAMadeUpOneIsRefused() {
        OwnPage page = browser();
        page.start(app.somebody()).ok();
        assertThat(page.tryOut("x", "moon-base").status()).isEqualTo(422);
        OwnPage nobody = browser();
        nobody.start("nobody.sets").ok();
        assertThat(nobody.set("Copper-kettle-under-pier-7", "directory").problem())
                .isEqualTo("not-sure-enough");
    }
}
