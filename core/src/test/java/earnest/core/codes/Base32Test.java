package earnest.core.codes;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

import java.nio.charset.StandardCharsets;

/** The test vectors of RFC 4648, section 10, without padding. */
class Base32Test {
    private static void is(String plain, String encoded) {
        assertEquals(
                encoded, Base32.of(plain.getBytes(StandardCharsets.US_ASCII)).open(String::new));
    }

    @Test
    void theVectorsOfTheStandardComeOut() {
        is("", "");
        is("f", "MY");
        is("fo", "MZXQ");
        is("foo", "MZXW6");
        is("foob", "MZXW6YQ");
        is("fooba", "MZXW6YTB");
        is("foobar", "MZXW6YTBOI");
    }
}
