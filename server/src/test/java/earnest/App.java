package earnest;

import com.zaxxer.hikari.HikariDataSource;

import earnest.channels.ChannelEvent;
import earnest.checks.methods.madeup.HarbourWord;
import earnest.ground.Writes;
import earnest.testkit.Answer;
import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Eventually;
import earnest.testkit.Ground;
import earnest.testkit.Http;
import earnest.testkit.Outside;
import earnest.testkit.People;
import earnest.testkit.Steward;

import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Predicate;

/** The real application on the real ground, started once for all tests of this module. */
public final class App {
    /** Of this process; the build has two of them, each with a ground of its own. */
    private static final class One {
        static final App APP = new App();
    }

    private static final String API_AS_IT_IS = "/api/as-it-is.json";

    private final Ground ground;
    private final ConfigurableApplicationContext context;
    private final People people;
    private final TestClock clock = new TestClock();

    private App() {
        ground = Ground.start(System.getProperty("earnest.ground", "server"));
        ground.launcher("properties");
        try {
            Migrate.to(
                    "jdbc:mariadb://127.0.0.1:" + ground.port("DB") + "/earnest",
                    ground.secret("db-migrate"));
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException(e);
        }
        SpringApplication application = new SpringApplication(Earnest.class);
        application.addInitializers(
                starting -> starting.getBeanFactory().registerSingleton("clockOfTests", clock));
        // The ground goes when everything that stands on it has ended.
        application.setRegisterShutdownHook(false);
        context =
                application.run(
                        "--spring.config.additional-location=file:"
                                + ground.home().resolve("server.properties"),
                        // So that tests can come from many places.
                        "--earnest.access.trusted-proxies=127.0.0.1",
                        "--springdoc.api-docs.path=" + API_AS_IT_IS,
                        "--springdoc.default-flat-param-object=true",
                        "--springdoc.default-produces-media-type=application/json",
                        "--springdoc.writer-with-order-by-keys=true");
        ground.beforeEnd(context::close);
        IncidentsLogged.listen();
        ground.staff().clock(clock::instant);
        setUpOrganisation();
        Steward steward = new Steward(ground);
        steward.copyPeople(1, 900);
        steward.mostChangesADay(3);
        steward.mostNamedAnHour(10_000);
        people = new People(ground);
        JdbcClient database = database();
        Eventually.get(
                "people and authenticators to be copied",
                Duration.ofSeconds(60),
                () ->
                        database.sql("select count(*) from enrolment")
                                .query(Long.class)
                                .optional()
                                .filter(many -> many > 1000));
        // As if a steward had put it in force.
        database.sql(
                        "insert into rulebook (version, name, content, in_force_since) select"
                                + " max(version) + 1, 'with the made-up method',"
                                + " json_set(content, '$.checks.harbour-word', json_extract(:w,"
                                + " '$'), '$.checks.voice', json_extract(:v, '$')),"
                                + " utc_timestamp(6) from rulebook where version = (select"
                                + " max(version) from rulebook)")
                .param(
                        "w",
                        "{\"factor\": \"has\", \"points\": 22, \"failed\": -8, \"work\": 5,"
                                + " \"wait\": 0}")
                .param(
                        "v",
                        "{\"factor\": \"is\", \"points\": 25, \"failed\": -20, \"work\": 5,"
                                + " \"wait\": 30}")
                .update();
    }

    /** As the demo is; in a build without the directory's kind, with its people on cards. */
    private void setUpOrganisation() {
        if (!WITHOUT.contains("ldap")) {
            ground.setUpOrganisation(
                    WITHOUT.contains("scim") ? new String[] {"shore-cloud"} : new String[0]);
            return;
        }
        Http steward = new Steward(ground).api();
        JsonNode demo = ground.demoOrganisation();
        steward.put("/api/organisation", demo.get("organisation")).ok();
        ObjectNode system = (ObjectNode) demo.get("systems").get("directory");
        system.put("kind", "card-index").remove("credential");
        system.putObject("settings").put("drawer", "everybody");
        steward.put("/api/systems/directory", system).ok();
        ObjectNode people = (ObjectNode) demo.get("peopleSources").get("directory");
        people.putObject("mapping")
                .put("file", ground.home().resolve("world/people.json").toString());
        steward.put("/api/people-sources/directory", people).ok();
    }

    public Ground ground() {
        return ground;
    }

    public Desk desk(String login) {
        return Desk.signIn(ground, login);
    }

    public Http http() {
        return new Http(ground.serverUrl());
    }

    /** Signs somebody in, with the code of the authenticator that they have or set up now. */
    public Answer signIn(Http from, String login, String password) {
        return ground.staff().signIn(from, login, password);
    }

    /** From a place of its own, from which nobody tried anything yet. */
    public Http httpFromElsewhere() {
        int place = places.incrementAndGet();
        return http().with("X-Forwarded-For", "198.51.100." + place);
    }

    private final AtomicInteger places = new AtomicInteger();

    public Outside outside() {
        return new Outside(ground);
    }

    /** Somebody comes to the made-up window and waits. */
    public void bell() {
        publish(new ChannelEvent.Began("hatch", "visit-" + visits.incrementAndGet(), Map.of()));
    }

    /** Somebody comes to the made-up window and is asked in; gives the ticket. */
    public String visitor(Desk desk) {
        bell();
        return desk.answer();
    }

    private final AtomicInteger visits = new AtomicInteger();

    /** The visitor goes away, as if a line broke off. */
    public void leaves(String ticket) {
        String reference =
                database()
                        .sql(
                                "select call_id from conversation where ticket_id = :t and channel"
                                        + " = 'hatch'")
                        .param("t", UUID.fromString(ticket))
                        .query(String.class)
                        .single();
        publish(new ChannelEvent.Ended(reference, true));
    }

    /** A standing of 22, by the made-up method. */
    public void word(Desk desk, String ticket, String gate) {
        String check = desk.take(ticket, "harbour-word." + gate);
        desk.type(ticket, check, HarbourWord.WORD).ok();
    }

    /** From coming in to a standing of 44 on two paths. */
    public String proved(Desk desk, String account) {
        String ticket = visitor(desk);
        desk.claim(ticket, account).ok();
        word(desk, ticket, "north");
        word(desk, ticket, "south");
        return ticket;
    }

    /**
     * The test is about these parts as well as about what it says. In a build from which one was
     * taken, and which is tested with {@code -Dearnest.without=} and its name, it is left out.
     */
    public void needs(String... parts) {
        for (String part : parts) {
            Assumptions.assumeFalse(WITHOUT.contains(part), "without " + part);
        }
    }

    /** Whether a part was taken out of the build. */
    public boolean isWithout(String part) {
        return WITHOUT.contains(part);
    }

    private static final Set<String> WITHOUT =
            Set.of(System.getProperty("earnest.without", "").split(","));

    public DirectoryOfTests directory() {
        needs("ldap");
        return new DirectoryOfTests(ground);
    }

    /** A time to come; it ends with the block. Whoever acts in it has to sign in again. */
    public interface Later extends AutoCloseable {
        @Override
        void close();
    }

    /** The application's clock stands until the block ends: what leaks with time does not. */
    public Later still() {
        clock.stand(true);
        return () -> clock.stand(false);
    }

    /** Puts the application's clock forward. What was counted as a try meanwhile is forgotten. */
    public Later later(Duration by) {
        Eventually.get(
                "what was copied in a former time to come to be copied anew",
                Duration.ofSeconds(60),
                () ->
                        Optional.of(
                                        database()
                                                .sql(
                                                        "select count(*) from people_copy c join"
                                                            + " people_source s on s.id = c.source"
                                                            + " where greatest(coalesce(whole_at,"
                                                            + " 0), coalesce(changes_at, 0)) >"
                                                            + " :now")
                                                .param("now", Instant.now().plusSeconds(5))
                                                .query(Long.class)
                                                .single())
                                .filter(ahead -> ahead == 0));
        clock.ahead(by);
        return () -> {
            clock.ahead(Duration.ZERO);
            database()
                    .sql("delete from guess_limit where since > utc_timestamp(6) or next_turn > :t")
                    .param("t", Instant.now().plusSeconds(60))
                    .update();
        };
    }

    /** Somebody whom no other test was given. */
    public String somebody() {
        return people.next();
    }

    /** As {@link #somebody}, with an account in Shore cloud beside that in the directory. */
    public String somebodyAshore() {
        return people.nextAshore();
    }

    /** As {@link #somebody}, of whom something holds of what the demo's world knows. */
    public String somebody(Predicate<JsonNode> holds) {
        return people.next(holds);
    }

    /** As {@link #somebody}, with a mailbox of their own that has been there long. */
    public String somebodyWithAMailbox() {
        return people.nextWithAMailbox(one -> true);
    }

    /** As {@link #somebody}, without any mailbox of their own. */
    public String somebodyWithoutAMailbox() {
        return people.next(one -> !one.hasNonNull("ownMail"));
    }

    /** As if all that somebody set up had been there long, so that it is offered. */
    public void hadItLong(String account) {
        database()
                .sql(
                        "update enrolment e join person p on p.id = e.person_id set e.enrolled_at ="
                                + " utc_timestamp(6) - interval 30 day where p.account = :a")
                .param("a", account)
                .update();
    }

    /** What the demo's world knows of somebody. */
    public JsonNode knows(String account) {
        return people.known(account);
    }

    /** Tells what happened, as a folder of a channel would: in a transaction. */
    public void publish(Object event) {
        bean(Writes.class).run(() -> context.publishEvent(event));
    }

    /** The API as it is described now, whatever was committed. */
    public JsonNode description() {
        return desk("tove.rask").api().get(API_AS_IT_IS).ok();
    }

    public <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** The database as the running server may use it, each statement committed by itself. */
    public JdbcClient database() {
        HikariDataSource pool = context.getBean(HikariDataSource.class);
        return client(pool.getJdbcUrl(), pool.getUsername(), pool.getPassword());
    }

    /**
     * As one of the other users of the database; {@code user} is {@code run, seal, erase, migrate}.
     */
    public JdbcClient databaseAs(String user) {
        return client(
                "jdbc:mariadb://127.0.0.1:" + ground.port("DB") + "/earnest",
                "earnest_" + user,
                ground.secret("db-" + user));
    }

    private static JdbcClient client(String url, String user, String password) {
        return JdbcClient.create(new BehindTheServer(url, user, password));
    }

    /** Whether an entry of that kind stands on the record of a ticket. */
    public boolean recorded(String ticket, String kind) {
        return database()
                        .sql("select count(*) from entry where ticket_id = :t and kind = :k")
                        .param("t", UUID.fromString(ticket))
                        .param("k", kind)
                        .query(Long.class)
                        .single()
                > 0;
    }

    /** Gives tests the one application. Spring's own extension needs a later JUnit. */
    public static final class Running implements ParameterResolver {
        @Override
        public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
            return parameter.getParameter().getType() == App.class;
        }

        @Override
        public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
            return One.APP;
        }
    }
}
