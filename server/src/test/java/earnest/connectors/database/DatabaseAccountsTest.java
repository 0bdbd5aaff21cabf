package earnest.connectors.database;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountSource;
import earnest.connectors.AccountState;
import earnest.connectors.AddressGuard;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.PeopleSource;
import earnest.connectors.SystemConnection;
import earnest.connectors.TemporaryUse;
import earnest.core.json.Json;
import earnest.core.passwords.Secret;
import earnest.testkit.PortStores;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.TimeUnit;

/** The kind by itself, against the real server. */
@ExtendWith(App.Running.class)
class DatabaseAccountsTest {
    private static final String GIVEN = "Canary-given-5512";
    private static final String ANN = "ann";

    private final PortStores stores;
    private final App app;
    private final Connector connector;

    DatabaseAccountsTest(App app) {
        this.app = app;
        this.stores = new PortStores(app.ground());
        this.connector = open(true, true);
    }

    private Connector open(boolean loopback, boolean locksAfterGuesses) {
        var settings = stores.system().get("settings").deepCopy().asObject();
        settings.put("locksAfterGuesses", locksAfterGuesses);
        Map<String, Object> read =
                Objects.requireNonNull(Json.object(Json.read(settings.toString())));
        return new DatabaseKind()
                .open(
                        new SystemConnection(
                                "Port stores",
                                "the stores office",
                                read,
                                Secret.of(app.ground().secret("stores-earnest")),
                                new AddressGuard(loopback),
                                value -> Integer.toHexString(value.hashCode()),
                                Clock.systemUTC()));
    }

    @AfterEach
    void close() {
        connector.close();
    }

    private static AccountRef account(String user) {
        return new AccountRef(user, user + "@" + PortStores.HOST);
    }

    private AccountState state(Connector from, String user) {
        assertThat(from.read("stores", account(user))).isInstanceOf(AccountLookup.Found.class);
        return ((AccountLookup.Found) from.read("stores", account(user))).state();
    }

    private AccountState state(String user) {
        return state(connector, user);
    }

    private ChangeResult give(String user, String before) {
        try (Secret password = Secret.of(GIVEN)) {
            return connector.setTemporary(account(user), password, before);
        }
    }

    /** Names mean nothing but themselves, whatever is in them. */
    @ParameterizedTest
    @ValueSource(strings = {"ann", "o'neil", "back\\slash", "two words", "a@b", "Łucja", "q\"; --"})
    void anAccountIsChangedWhateverItIsCalled(String user) {
        stores.make(user);
        String before = state(user).mark();
        assertThat(give(user, before)).isInstanceOf(ChangeResult.TookEffect.class);
        assertThat(stores.signIn(user, GIVEN)).isEqualTo("must change");
        AccountState after = state(user);
        assertThat(connector.shows(Operation.SET_TEMPORARY, after, before, Instant.now())).isTrue();
        assertThat(connector.shows(Operation.SET_OWN, after, before, Instant.now())).isFalse();
        assertThat(after.mustChange()).isTrue();
        stores.run("drop user " + PortStores.quoted(user));
        assertThat(connector.read("stores", account(user)))
                .isInstanceOf(AccountLookup.Missing.class);
        assertThat(give(user, before)).isInstanceOf(ChangeResult.Refused.class);
    }

    @Test
    void whatBecameOfATemporaryPasswordIsTold() {
        stores.make(ANN);
        give(ANN, state(ANN).mark());
        String effect = state(ANN).mark();
        assertThat(connector.use(state(ANN), effect)).isEqualTo(TemporaryUse.UNUSED);
        stores.run("alter user " + PortStores.quoted(ANN) + " password expire never");
        stores.run("set password for " + PortStores.quoted(ANN) + " = password('" + GIVEN + "')");
        assertThat(connector.use(state(ANN), effect)).isEqualTo(TemporaryUse.UNFLAGGED);
        stores.run(
                "alter user "
                        + PortStores.quoted(ANN)
                        + " identified by 'of-another-7' password expire");
        assertThat(connector.use(state(ANN), effect)).isEqualTo(TemporaryUse.SET_BY_ANOTHER);
        stores.changeOwn(ANN, "of-another-7", "of-their-own-8");
        assertThat(connector.use(state(ANN), effect)).isEqualTo(TemporaryUse.CHANGED_BY_OWNER);
        try (Secret random = Secret.of("nobody-knows-it-9")) {
            assertThat(connector.replaceUnused(account(ANN), random, effect))
                    .isInstanceOf(ChangeResult.Refused.class);
        }
        assertThat(stores.signIn(ANN, "of-their-own-8")).isEqualTo("in");
    }

    @Test
    void whatItsPersonChangedMeanwhileIsNotOverwritten() {
        stores.make(ANN);
        String before = state(ANN).mark();
        stores.run("alter user " + PortStores.quoted(ANN) + " identified by 'of-their-own-8'");
        assertThat(give(ANN, before)).isInstanceOf(ChangeResult.Refused.class);
        assertThat(stores.signIn(ANN, "of-their-own-8")).isEqualTo("in");
    }

    /** An administrator's lock is kept where locks are not what guessing brings. */
    @Test
    void whomSomebodySwitchedOffStaysSo() {
        stores.make(ANN);
        stores.run("alter user " + PortStores.quoted(ANN) + " account lock");
        try (Connector careful = open(true, false)) {
            AccountState seen = state(careful, ANN);
            assertThat(seen.switchedOff()).isTrue();
            assertThat(seen.lockedSince()).isNull();
            assertThat(careful.unlock(account(ANN), seen.mark()))
                    .isInstanceOf(ChangeResult.Refused.class);
            try (Secret password = Secret.of(GIVEN)) {
                assertThat(careful.setTemporary(account(ANN), password, seen.mark()))
                        .isInstanceOf(ChangeResult.Refused.class);
            }
        }
        assertThat(state(ANN).lockedSince()).isNotNull();
        assertThat(connector.unlock(account(ANN), state(ANN).mark()))
                .isInstanceOf(ChangeResult.TookEffect.class);
    }

    /** The right to change users reaches everybody there; Earnest does not use it so. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "grant process on *.* to %s",
                "grant select on mysql.* to %s",
                "grant mighty to %s"
            })
    void whoHasRightsOverTheServerIsLeftAloneAndIsNobodys(String grant) throws PeopleSource.Away {
        stores.make(ANN);
        stores.run("create or replace role mighty", "grant super on *.* to mighty");
        assertThat(listed()).contains(ANN);
        stores.run(grant.formatted(PortStores.quoted(ANN)));
        assertThat(listed()).doesNotContain(ANN, "mighty", "earnest", "root");
        String before = state(ANN).mark();
        assertThat(give(ANN, before)).isInstanceOf(ChangeResult.Refused.class);
        assertThat(connector.unlock(account(ANN), before)).isInstanceOf(ChangeResult.Refused.class);
        assertThat(stores.signIn(ANN, GIVEN)).isEqualTo("no");
        stores.run("drop user " + PortStores.quoted(ANN), "drop role mighty");
    }

    private Set<String> listed() throws PeopleSource.Away {
        Set<String> names = new HashSet<>();
        connector
                .accounts()
                .orElseThrow()
                .everything(
                        page -> page.stream().map(AccountSource.Read::name).forEach(names::add));
        return names;
    }

    @Test
    void noPasswordIsInALogNorInAListOfStatements() {
        stores.make(ANN);
        stores.run(
                "set global log_output = 'TABLE'",
                "truncate table mysql.general_log",
                "set global general_log = 1");
        try {
            assertThat(give(ANN, state(ANN).mark())).isInstanceOf(ChangeResult.TookEffect.class);
            assertThat(
                            stores.ask(
                                    "select count(*) from mysql.general_log where argument like"
                                            + " 'alter user%password expire%'"))
                    .isNotEqualTo("0");
            assertThat(
                            stores.ask(
                                    "select count(*) from mysql.general_log where argument like '%"
                                            + GIVEN
                                            + "%' and argument not like '%general_log%'"))
                    .isEqualTo("0");
        } finally {
            stores.run("set global general_log = 0");
        }
    }

    @Test
    void aServerThatStandsStillOrMayNotBeReachedIsAskedForNothing() throws Exception {
        stores.make(ANN);
        String before = state(ANN).mark();
        signal("STOP");
        try {
            assertThat(give(ANN, before)).isInstanceOf(ChangeResult.NotSent.class);
            assertThat(connector.read("stores", account(ANN)))
                    .isInstanceOf(AccountLookup.Unreachable.class);
        } finally {
            signal("CONT");
        }
        assertThat(stores.signIn(ANN, GIVEN)).isEqualTo("no");
        try (Connector elsewhere = open(false, true);
                Secret password = Secret.of(GIVEN)) {
            assertThat(elsewhere.setTemporary(account(ANN), password, before))
                    .isInstanceOf(ChangeResult.NotSent.class);
        }
    }

    private void signal(String name) throws Exception {
        assertThat(
                        new ProcessBuilder("kill", "-" + name, String.valueOf(stores.pid()))
                                .start()
                                .waitFor(5, TimeUnit.SECONDS))
                .isTrue();
    }

    @Test
    void whatAGrantGivesBeyondWhatIsNeededIsNamed() {
        assertThat(
                        List.of(
                                "GRANT CREATE USER ON *.* TO `earnest`@`h` IDENTIFIED BY PASSWORD"
                                        + " '*1'",
                                "GRANT SELECT, LOCK TABLES ON `mysql`.* TO `earnest`@`h`"))
                .allSatisfy(line -> assertThat(DatabaseSteps.beyond(line)).isEmpty());
        assertThat(
                        DatabaseSteps.beyond(
                                "GRANT SELECT, SUPER ON *.* TO `earnest`@`h` WITH GRANT OPTION"))
                .containsExactly("SELECT on *.*", "SUPER on *.*", "grant on *.*");
        assertThat(DatabaseSteps.beyond("GRANT `dba` TO `earnest`@`h`"))
                .containsExactly("act by a role");
    }
}
