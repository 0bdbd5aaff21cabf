package earnest;

import static org.assertj.core.api.Assertions.assertThat;

import earnest.people.People;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.util.List;

/** People are found however they are typed. */
@ExtendWith(App.Running.class)
class FindingTest {
    @ParameterizedTest
    @CsvSource({
        "iokafor, iokafor",
        "ioka, iokafor",
        "IOKAFOR, iokafor",
        "iokafor@brackwater.example, iokafor",
        "iokafor@lago, iokafor",
        "11066, iokafor",
        "+44 7700 900142, iokafor",
        "07700 900 142, iokafor",
        "(07700) 900-142, iokafor",
        "7700900142, iokafor",
        "0044 7700 900142, iokafor",
        "07700900 14, iokafor",
        "Ines Okafor, iokafor",
        "okafor ines, iokafor",
        "okafor, iokafor",
        "okafr, iokafor",
        "okafro, iokafor",
        "oakfor ines, iokafor",
        "ines okaforr, iokafor",
        "jose de la cruz, jodelacruz",
        "José de la Cruz, jodelacruz",
        "cruz jose, jodelacruz",
        "de la cruz, jodelacruz",
        "cruz, jodelacruz",
        "wulandari, wulandari",
        "raman-holt, pramanholt",
        "raman holt, pramanholt",
        "priya raman, pramanholt",
        "01632 960007, bhollis",
    })
    void isAmongTheFound(String typed, String account, App app) {
        assertThat(accounts(app, typed)).contains(account);
    }

    @Test
    void anExactAccountComesFirst(App app) {
        assertThat(accounts(app, "iokafor").getFirst()).isEqualTo("iokafor");
    }

    @Test
    void bothOfOneNameAreThere(App app) {
        assertThat(accounts(app, "maria santos")).contains("msantos", "msantos2");
    }

    @Test
    void wildcardsAreOrdinaryCharacters(App app) {
        assertThat(accounts(app, "%")).isEmpty();
        assertThat(accounts(app, "io_afor")).doesNotContain("iokafor");
    }

    @Test
    void nobodyIsFoundForNothing(App app) {
        assertThat(accounts(app, "")).isEmpty();
        assertThat(accounts(app, "   ")).isEmpty();
        assertThat(accounts(app, "x".repeat(5_000))).isEmpty();
    }

    private static List<String> accounts(App app, String typed) {
        return app.bean(People.class).find(typed, 12).stream().map(People.Found::account).toList();
    }
}
