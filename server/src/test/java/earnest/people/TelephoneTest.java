package earnest.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import earnest.organisation.OrganisationSettings;
import earnest.organisation.SettingsInForce;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.time.Duration;
import java.time.ZoneOffset;

/** Numbers in any spelling are one number. */
class TelephoneTest {
    private final Telephone telephone = new Telephone(inBritain());

    private static SettingsInForce inBritain() {
        SettingsInForce settings = mock(SettingsInForce.class);
        when(settings.now())
                .thenReturn(
                        new OrganisationSettings(
                                "",
                                "GB",
                                Duration.ZERO,
                                Duration.ZERO,
                                Duration.ZERO,
                                1,
                                30,
                                ZoneOffset.UTC,
                                null,
                                null));
        return settings;
    }

    @ParameterizedTest
    @CsvSource({
        "07700 900142, +447700900142",
        "+44 (0)7700 900142, +447700900142",
        "0044 7700 900 142, +447700900142",
        "+1 212-555-0142, +12125550142",
        "(01632) 960 007, +441632960007"
    })
    void areKeptAsE164(String written, String number) {
        assertThat(telephone.parse(written)).contains(number);
    }

    @ParameterizedTest
    @CsvSource({"tea", "12", "+4", "''"})
    void whatCanBeNoNumberIsNone(String written) {
        assertThat(telephone.parse(written)).isEmpty();
    }

    @Test
    void onlyTwoDigitsAreShown() {
        assertThat(Telephone.masked("+447700900142")).isEqualTo("•••• ••• •42");
    }

    @Test
    void areFoundWithAndWithoutCountryAndZero() {
        assertThat(telephone.spellings("+447700900142"))
                .contains("447700900142", "07700900142", "7700900142", "00447700900142");
    }
}
