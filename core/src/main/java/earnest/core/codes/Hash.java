package earnest.core.codes;

/** The hashes that codes are made with. */
public enum Hash {
    SHA1("HmacSHA1"),
    SHA256("HmacSHA256"),
    SHA512("HmacSHA512");

    private final String mac;

    Hash(String mac) {
        this.mac = mac;
    }

    String mac() {
        return mac;
    }
}
