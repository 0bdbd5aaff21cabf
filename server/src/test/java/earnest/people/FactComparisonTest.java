package earnest.people;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Facts are compared as they are heard over the telephone. */
class FactComparisonTest {
    @ParameterizedTest
    @CsvSource({
        "STAFF_NUMBER, 11066, 11066, true",
        "STAFF_NUMBER, 11066, ' 11 066 ', true",
        "STAFF_NUMBER, 11066, 11067, false",
        "STAFF_NUMBER, 11066, '', false",
        "LOCKER, B32, b 32, true",
        "LOCKER, B32, B-32, true",
        "LOCKER, B32, B23, false",
        "MANAGER, Oskar Lindqvist, lindqvist, true",
        "MANAGER, Oskar Lindqvist, Lindqvist Oskar, true",
        "MANAGER, Oskar Lindqvist, oskar, false",
        "MANAGER, Oskar Lindqvist, Anna Lindqvist, false",
        "MANAGER, José de la Cruz, jose cruz, true",
        "MANAGER, Wulandari, wulandari, true",
        "JOINED, 2009-06, June 2009, true",
        "JOINED, 2009-06, 06/2009, true",
        "JOINED, 2009-06, 2009-6, true",
        "JOINED, 2009-06, jun 2009, true",
        "JOINED, 2009-06, in june of 2009, true",
        "JOINED, 2009-06, July 2009, false",
        "JOINED, 2009-06, 2009, false",
        "JOINED, 2009-06, June, false",
        "JOINED, 2009-06, no idea, false",
    })
    void whatWasHeard(FactKind kind, String value, String heard, boolean same) {
        assertThat(FactComparison.same(kind, value, heard)).isEqualTo(same);
    }
}
