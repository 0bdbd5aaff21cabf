package earnest.journeys;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;

import earnest.testkit.Desk;
import earnest.testkit.DirectoryOfTests;
import earnest.testkit.Ground;
import earnest.testkit.Outside;
import earnest.testkit.People;
import earnest.testkit.ServerProcess;
import earnest.testkit.StaffCodes;
import earnest.testkit.Steward;
import earnest.testkit.browser.Browsing;
import earnest.testkit.browser.Chromium;
import earnest.testkit.browser.Watched;

import org.junit.jupiter.api.extension.AfterTestExecutionCallback;
import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

import tools.jackson.databind.JsonNode;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** The whole product running, and one browser, for all journeys. */
final class World implements Browsing, AutoCloseable {
    private static final int LAST_WORDS = 40;
    private final Ground ground = Ground.start("journeys");
    private final ServerProcess server;
    private final Chromium chromium;
    private final People people;

    /** Every password and code that was handed over, to be searched for at the end. */
    private final List<String> secrets = new ArrayList<>();

    /** The pages of the journey that is under way. */
    private final List<Watched> watched = new ArrayList<>();

    private World() {
        server = ServerProcess.start(ground, "earnest.waypoint.folder=" + ground.home());
        Steward steward = new Steward(ground);
        steward.copyPeople(2, 900);
        // All journeys are one hour's work of the same few analysts.
        steward.mostNamedAnHour(10_000);
        chromium = Chromium.start();
        people = new People(ground);
        Desk.untilReady(ground, somebody());
    }

    Ground ground() {
        return ground;
    }

    ServerProcess server() {
        return server;
    }

    @Override
    public Browser browser() {
        return chromium.browser();
    }

    @Override
    public StaffCodes staff() {
        return ground.staff();
    }

    @Override
    public String url() {
        return ground.serverUrl();
    }

    Desk desk(String login) {
        return Desk.signIn(ground, login);
    }

    Outside outside() {
        return new Outside(ground);
    }

    DirectoryOfTests directory() {
        return new DirectoryOfTests(ground);
    }

    String somebody() {
        return people.next();
    }

    /** As {@link #somebody}, with an account in Shore cloud beside that in the directory. */
    String somebodyAshore() {
        return people.nextAshore();
    }

    /** As {@link #somebody}, with a mailbox of their own that has been there long. */
    String somebodyWithAMailbox() {
        return somebodyWithAMailbox(one -> true);
    }

    /** The same, of whom something holds as well. */
    String somebodyWithAMailbox(Predicate<JsonNode> holds) {
        return people.nextWithAMailbox(holds);
    }

    /** What the demo's world knows of somebody. */
    JsonNode known(String account) {
        return people.known(account);
    }

    /** Remembers a secret that was in the open, so that it can be searched for. */
    String secret(String value) {
        secrets.add(value);
        return value;
    }

    List<String> secrets() {
        return List.copyOf(secrets);
    }

    @Override
    public Watched watch(String who, Page page) {
        Watched more = new Watched(who, page);
        watched.add(more);
        return more;
    }

    /** What is known of the journey that has failed, for whom nobody can ask any more. */
    private void tell(String journey) {
        System.out.println("What was seen in " + journey + ":");
        watched.forEach(System.out::println);
        System.out.println("The server's last words:");
        ground.read("logs/server.log").lines().toList().reversed().stream()
                .limit(LAST_WORDS)
                .toList()
                .reversed()
                .forEach(System.out::println);
    }

    @Override
    public void close() {
        chromium.close();
        server.stop();
    }

    /** Gives journeys the one world. */
    static final class Running
            implements ParameterResolver, BeforeEachCallback, AfterTestExecutionCallback {
        @Override
        public void beforeEach(ExtensionContext extension) {
            world(extension).watched.clear();
        }

        @Override
        public void afterTestExecution(ExtensionContext extension) {
            if (extension.getExecutionException().isPresent()) {
                world(extension).tell(extension.getDisplayName());
            }
        }

        @Override
        public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
            return parameter.getParameter().getType() == World.class;
        }

        @Override
        public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
            return world(extension);
        }

        private static World world(ExtensionContext extension) {
            return extension
                    .getRoot()
                    .getStore(ExtensionContext.Namespace.GLOBAL)
                    .getOrComputeIfAbsent(World.class, key -> new World(), World.class);
        }
    }
}
