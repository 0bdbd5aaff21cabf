package earnest.standins.world;

import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;

/**
 * The accounts of Port stores: of those who order for a galley or an engine room, and some that are
 * nobody's. Who has one already keeps what they have.
 */
final class Stores {
    private static final List<String> ORDER =
            List.of("engineer", "cook", "purser", "steward", "catering");
    private static final int LOCKED = 9;
    private static final int HASH_BYTES = 20;

    private Stores() {}

    /** A statement a line. */
    static String write(List<Person> people) {
        StringBuilder sql = new StringBuilder("CREATE DATABASE IF NOT EXISTS stores;\n");
        SecureRandom random = new SecureRandom();
        int made = 0;
        for (Person person : people) {
            if (orders(person)) {
                made++;
                sql.append(user(random, person.account()))
                        .append(made % LOCKED == 0 ? " ACCOUNT LOCK;\n" : ";\n")
                        .append("GRANT SELECT ON stores.* TO ")
                        .append(quoted(person.account()))
                        .append(";\n");
            }
        }
        sql.append(user(random, "trials")).append(";\n");
        sql.append(user(random, "till")).append(";\n");
        sql.append(user(random, "keeper")).append(";\n");
        // With rights over the whole server: Earnest leaves it alone.
        sql.append("GRANT ALL ON *.* TO ").append(quoted("keeper")).append(";\n");
        return sql.toString();
    }

    private static boolean orders(Person person) {
        String title = person.title().toLowerCase(Locale.ROOT);
        return ORDER.stream().anyMatch(title::contains);
    }

    private static String user(SecureRandom random, String account) {
        byte[] hash = new byte[HASH_BYTES];
        random.nextBytes(hash);
        return "CREATE USER IF NOT EXISTS %s IDENTIFIED VIA mysql_native_password USING '*%s'"
                .formatted(quoted(account), HexFormat.of().withUpperCase().formatHex(hash));
    }

    private static String quoted(String account) {
        return "'" + account.replace("'", "''") + "'@'%'";
    }
}
