package earnest.people;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.App;
import earnest.connectors.PeopleSource;
import earnest.ground.Ids;
import earnest.ground.Writes;
import earnest.testkit.Eventually;

import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Of many who are called alike, whoever is meant is found, mistyped too. */
@ExtendWith(App.Running.class)
class CommonNameTest {
    private static final int ALIKE = 500;
    private App app;
    private List<PersonDetails.Of> people;

    @BeforeEach
    void many(App app) {
        this.app = app;
        people = new ArrayList<>();
        for (int i = 0; i < ALIKE; i++) {
            people.add(named("Anton" + (char) ('a' + i % 26), "Quilantro", "alike" + i));
        }
        people.add(named("Zebedea", "Quilantro", "rare"));
        app.bean(Writes.class).run(() -> app.bean(PersonKeys.class).write(people));
    }

    @AfterEach
    void gone() {
        List<UUID> ids = people.stream().map(PersonDetails.Of::id).toList();
        app.bean(Writes.class).run(() -> app.bean(PersonKeys.class).take(ids));
        app.bean(PersonKeys.class).forgetWords();
        // The server itself may be at it just now.
        Eventually.waitFor("words of nobody to be forgotten", () -> words("quilantro") == 0);
        assertThat(words("okafor")).isPositive();
    }

    private long words(String word) {
        return app.database()
                .sql("select count(*) from name_near where word = :w")
                .param("w", word)
                .query(Long.class)
                .single();
    }

    private PersonDetails.Of named(String given, String family, String account) {
        PeopleRow row = new PeopleRow();
        row.id = app.bean(Ids.class).next();
        row.name = given + " " + family;
        row.account = account;
        row.foldedGiven = NameNormalizer.fold(given);
        row.foldedFamily = NameNormalizer.fold(family);
        PeopleSource.Read read =
                new PeopleSource.Read(
                        account,
                        "uid=" + account,
                        account,
                        row.name,
                        given,
                        family,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        Map.of(),
                        Map.of());
        return new PersonDetails.Of(row, read, Map.of(), false, true);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "zebedea quilantro",
                "quilantro zeb",
                "zebedea quilantor",
                "quilanro ze",
                "zebedae quilantor",
                "zebedea quilan",
            })
    void isFound(String typed) {
        assertThat(app.bean(People.class).find(typed, 12))
                .extracting(People.Found::account)
                .containsExactly("rare");
    }
}
