package earnest.people;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.connectors.AccountSource;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

import java.time.Instant;
import java.util.List;
import java.util.Set;

/** Whose an account is that a system has by itself: nobody's, where it could be two people's. */
@ExtendWith(App.Running.class)
class AccountMatchesTest {
    private static final String SYSTEM = "matched-by-hand";

    private final App app;
    private final AccountMatches matches;

    AccountMatchesTest(App app) {
        this.app = app;
        this.matches = app.bean(AccountMatches.class);
    }

    @AfterEach
    void takeAway() {
        for (String table : List.of("account", "account_copy")) {
            app.databaseAs("migrate")
                    .sql("delete from " + table + " where `system` = :s")
                    .param("s", SYSTEM)
                    .update();
        }
    }

    private static String mail(String account) {
        return account + "@brackwater.example";
    }

    private static AccountSource.Read read(String id, String mail) {
        return new AccountSource.Read(
                id, id, id, Set.of(new AccountSource.Key(AccountSource.Key.Kind.MAIL, mail)));
    }

    private void write(AccountSource.Read... all) {
        matches.write(SYSTEM, "Matched by hand", List.of(all), Instant.now());
    }

    private List<String> matched() {
        return app.database()
                .sql(
                        "select concat(a.native_id, ' ', p.account) from account a join person p on"
                                + " p.id = a.person_id where a.`system` = :s and a.gone_at is null"
                                + " order by a.native_id")
                .param("s", SYSTEM)
                .query(String.class)
                .list();
    }

    private int contested() {
        return matches.counts().get(SYSTEM).contested();
    }

    @Test
    void anAddressThatTwoAccountsHaveMatchesNobodyUntilItIsOnes() {
        String one = app.somebody();
        String other = app.somebody();
        write(read("1", mail(one)), read("2", mail(one)), read("3", mail(other)));
        assertThat(matched()).containsExactly("3 " + other);
        assertThat(contested()).isEqualTo(2);
        write(read("1", mail(one)), read("3", mail(other)));
        assertThat(matched()).containsExactly("1 " + one, "3 " + other);
        assertThat(contested()).isZero();
    }

    @Test
    void anAddressThatTwoPeopleHaveMatchesNobody() {
        String one = app.somebody();
        String other = app.somebody();
        String shared = "shared-" + one + "@brackwater.example";
        give(one, shared);
        give(other, shared);
        try {
            write(read("1", shared));
            assertThat(matched()).isEmpty();
            assertThat(contested()).isEqualTo(1);
        } finally {
            give(one, mail(one));
            give(other, mail(other));
        }
    }

    private void give(String account, String mail) {
        app.databaseAs("migrate")
                .sql(
                        "update contact c join person p on p.id = c.person_id set c.value = :m"
                                + " where p.account = :a and c.kind = 'work-mail'")
                .param("m", mail)
                .param("a", account)
                .update();
    }

    @Test
    void anAccountOnceMatchedStaysWhoeversAddressItTakes() {
        String one = app.somebody();
        String other = app.somebody();
        write(read("1", mail(one)));
        write(read("1", mail(other)));
        assertThat(matched()).containsExactly("1 " + one);
    }
}
