package earnest.people;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;

/** Finds whom somebody means who says who they are: exactly one, or nobody. */
@Component
class WhoIs {
    private final JdbcClient database;
    private final Telephone telephone;

    WhoIs(JdbcClient database, Telephone telephone) {
        this.database = database;
        this.telephone = telephone;
    }

    /** All that it could be is asked in one statement, so that it tells nothing by its time. */
    Optional<UUID> find(String typed) {
        String one = typed.strip();
        List<UUID> found =
                database.sql(
                                "select id from person where gone_at is null and (account = :login"
                                        + " or staff_number = :number) union select c.person_id"
                                        + " from contact c join person p on p.id = c.person_id"
                                        + " where p.gone_at is null and c.removed_at is null and"
                                        + " c.value in (:mail, :phone)")
                        .param("login", one.toLowerCase(Locale.ROOT))
                        .param("number", one.toUpperCase(Locale.ROOT))
                        .param("mail", one.toLowerCase(Locale.ROOT))
                        .param("phone", telephone.parse(one).orElse("none"))
                        .query(UUID.class)
                        .list();
        return found.size() == 1 ? Optional.of(found.getFirst()) : Optional.empty();
    }
}
