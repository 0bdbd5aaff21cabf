package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.checks.methods.madeup.HarbourWord;
import earnest.core.decisions.DecisionCheck;
import earnest.testkit.Answer;
import earnest.testkit.Desk;

import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.stream.LongStream;

/**
 * Two analysts do whatever comes to their minds, on whichever ticket, with people who prove
 * something, or who they are not. Nothing breaks, and whatever was done stands when it is judged
 * again by the record alone. Other seeds, and more steps: {@code -Dearnest.model.seeds=4,5
 * -Dearnest.model.steps=2000}.
 */
@ExtendWith(App.Running.class)
class ModelTest {
    private static final int STEPS = Integer.getInteger("earnest.model.steps", 260);
    private static final int PEOPLE = 9;
    private static final List<String> LOGINS = List.of("tove.rask", "jonas.lie");
    private static final int MOST_TICKETS = 7;

    private final App app;

    ModelTest(App app) {
        this.app = app;
    }

    static LongStream seeds() {
        return Arrays.stream(System.getProperty("earnest.model.seeds", "1,2,3").split(","))
                .mapToLong(Long::parseLong);
    }

    /** What happens in one run of it. */
    private final class Play {
        private final Random random;
        private final List<Desk> desks = new ArrayList<>();
        private final List<String> people = new ArrayList<>();
        private final List<String> tickets = new ArrayList<>();
        private final List<String> all = new ArrayList<>();
        private final Map<String, Desk> holders = new HashMap<>();
        private int done;
        private int refused;

        Play(long seed) {
            random = new Random(seed);
            LOGINS.forEach(login -> desks.add(app.desk(login)));
            for (int i = 0; i < PEOPLE; i++) {
                people.add(app.somebody());
            }
        }

        private <T> T one(List<T> of) {
            return of.get(random.nextInt(of.size()));
        }

        private Answer took(Answer answer) {
            assertThat(answer.status()).as(answer.text()).isLessThan(500);
            return answer;
        }

        void step() {
            if (tickets.isEmpty() || tickets.size() < MOST_TICKETS && random.nextInt(8) == 0) {
                Desk desk = one(desks);
                String ticket = app.visitor(desk);
                tickets.add(ticket);
                all.add(ticket);
                holders.put(ticket, desk);
                if (random.nextInt(5) > 0) {
                    took(desk.claim(ticket, one(people)));
                }
                return;
            }
            // Mostly the latest, by whoever holds it, as at a desk; sometimes neither.
            String ticket = random.nextInt(4) > 0 ? tickets.getLast() : one(all);
            Desk holder = holders.get(ticket);
            Desk desk = holder != null && random.nextInt(6) > 0 ? holder : one(desks);
            switch (random.nextInt(24)) {
                case 0 -> took(desk.claim(ticket, one(people)));
                case 1 -> word(desk, ticket, "not the word of the day");
                case 2 -> pass(desk, ticket);
                case 3 -> take(desk, ticket);
                case 4 -> app.leaves(ticket);
                case 5 -> close(desk, ticket);
                case 6 -> took(desk.api().post("/api/tickets/" + ticket + "/speak"));
                case 7, 8, 9, 10, 11, 12 -> change(desk, ticket);
                default -> word(desk, ticket, HarbourWord.WORD);
            }
        }

        private void take(Desk desk, String ticket) {
            if (took(desk.api().post("/api/tickets/" + ticket + "/take")).status() < 300) {
                holders.put(ticket, desk);
            }
        }

        private void word(Desk desk, String ticket, String word) {
            String gate = random.nextBoolean() ? "north" : "south";
            Answer begun =
                    took(
                            desk.api()
                                    .post(
                                            "/api/tickets/" + ticket + "/checks",
                                            Map.of("offer", "harbour-word." + gate)));
            if (begun.status() < 300) {
                // Whoever is quick may name somebody else, or hand over, between the two.
                if (random.nextInt(6) == 0) {
                    step();
                }
                took(one(desks).type(ticket, begun.body().get("check").asString(), word));
            }
        }

        private void change(Desk desk, String ticket) {
            long version = desk.version(ticket) - (random.nextInt(8) == 0 ? 1 : 0);
            Answer answer =
                    took(
                            desk.api()
                                    .post(
                                            "/api/tickets/" + ticket + "/changes",
                                            Map.of(
                                                    "system",
                                                    random.nextInt(9) == 0
                                                            ? "crew-roster"
                                                            : "directory",
                                                    "action",
                                                    random.nextInt(4) == 0
                                                            ? "unlock"
                                                            : "temporary-password",
                                                    "version",
                                                    version)));
            if (answer.status() < 300) {
                done++;
                if (random.nextBoolean()) {
                    desk.settled(ticket);
                }
            } else if (answer.problem().equals("not-sure-enough")) {
                refused++;
            }
        }

        private void pass(Desk desk, String ticket) {
            int to = random.nextInt(desks.size());
            String id =
                    app.database()
                            .sql("select id from analyst where login = :l")
                            .param("l", LOGINS.get(to))
                            .query(UUID.class)
                            .single()
                            .toString();
            Answer passed =
                    took(desk.api().post("/api/tickets/" + ticket + "/pass", Map.of("to", id)));
            if (passed.status() < 300) {
                holders.put(ticket, desks.get(to));
            }
        }

        private void close(Desk desk, String ticket) {
            Answer closed =
                    took(
                            desk.api()
                                    .post(
                                            "/api/tickets/" + ticket + "/close",
                                            Map.of(
                                                    "summary",
                                                    "Played.",
                                                    "version",
                                                    desk.version(ticket))));
            if (closed.status() < 300) {
                tickets.remove(ticket);
            }
        }

        /** What was begun comes to its end, so that all of it is on the record. */
        void end() {
            for (String ticket : all) {
                desks.getFirst().last(ticket).ifPresent(change -> desks.getFirst().settled(ticket));
            }
            for (String ticket : List.copyOf(tickets)) {
                desks.getFirst().api().post("/api/tickets/" + ticket + "/take");
                close(desks.getFirst(), ticket);
            }
        }
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void whateverIsDoneWasSureEnough(long seed) {
        app.needs("ldap");
        Provable.rulebookOnTheRecord(app);
        Play play = new Play(seed);
        for (int i = 0; i < STEPS; i++) {
            play.step();
        }
        play.end();
        Provable.sealed(app);
        List<DecisionCheck.Judged> judged = Provable.judged(app, play.all::contains);
        assertThat(judged).filteredOn(one -> !one.allowed()).isEmpty();
        assertThat(judged)
                .filteredOn(one -> one.words().startsWith("change-intended"))
                .as("each that the server took")
                .hasSize(play.done);
        assertThat(play.done).as("something was done").isPositive();
        assertThat(play.refused).as("and something refused").isPositive();
    }
}
