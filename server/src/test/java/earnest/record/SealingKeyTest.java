package earnest.record;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

import java.util.HexFormat;

/** The pair of a seed is the one that the standard gives: RFC 8032, section 7.1. */
class SealingKeyTest {
    @ParameterizedTest
    @CsvSource({
        "9d61b19deffd5a60ba844af492ec2cc44449c5697b326919703bac031cae7f60,"
                + "d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a",
        "4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb,"
                + "3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c",
        "c5aa8df43f9f837bedb7442f31dcb7b166d38535076f094b85ce3a2e0b4458f7,"
                + "fc51cd8e6218a1a38da47ed00230f0580816ed13ba3303ac5deb911548908025"
    })
    void theVectorsOfTheStandard(String seed, String publicKey) {
        byte[] encoded = SealingKeys.pair(HexFormat.of().parseHex(seed)).getPublic().getEncoded();
        assertThat(HexFormat.of().formatHex(encoded)).endsWith(publicKey);
    }
}
