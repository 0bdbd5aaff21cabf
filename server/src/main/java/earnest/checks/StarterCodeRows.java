package earnest.checks;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/** The rows of starters' codes; the row decides who used one. */
@Component
class StarterCodeRows {
    private static final int TRIES = 6;

    private final JdbcClient database;

    StarterCodeRows(JdbcClient database) {
        this.database = database;
    }

    /** Whether they ever had anything set up that counted, also what was taken away since. */
    boolean everEnrolled(UUID person) {
        return database.sql(
                        "select exists (select 1 from enrolment where person_id = :p and"
                                + " confirmed_at is not null)")
                .param("p", person)
                .query(Boolean.class)
                .single();
    }

    void end(UUID person) {
        database.sql(
                        "update starter_code set state = 'over' where person_id = :p and state ="
                                + " 'open'")
                .param("p", person)
                .update();
    }

    void add(UUID id, UUID person, String mark, UUID by, Instant now, Instant until) {
        database.sql(
                        "insert into starter_code (id, person_id, mark, made_by, made_at,"
                                + " expires_at, state) values (:id, :p, :mark, :by, :now, :until,"
                                + " 'open')")
                .param("id", id)
                .param("p", person)
                .param("mark", mark)
                .param("by", by)
                .param("now", now)
                .param("until", until)
                .update();
    }

    /** In one statement, so that it takes as long for everybody. */
    Optional<UUID> open(UUID person, Instant now) {
        return database.sql(
                        "select id from starter_code where person_id = :p and state = 'open' and"
                                + " expires_at > :now and wrong_tries < :most and not exists"
                                + " (select 1 from enrolment e where e.person_id = :p and"
                                + " e.confirmed_at is not null)")
                .param("p", person)
                .param("now", now)
                .param("most", TRIES)
                .query(UUID.class)
                .optional();
    }

    /** 1 if it was the code, open, and its person still has nothing set up. */
    int use(UUID id, String mark, Instant now) {
        return database.sql(
                        "update starter_code s set s.state = 'used' where s.id = :id and s.mark ="
                                + " :mark and s.state = 'open' and s.expires_at > :now and"
                                + " s.wrong_tries < :most and not exists (select 1 from enrolment"
                                + " e where e.person_id = s.person_id and e.confirmed_at is not"
                                + " null)")
                .param("id", id)
                .param("mark", mark)
                .param("now", now)
                .param("most", TRIES)
                .update();
    }

    void wrong(UUID id) {
        database.sql("update starter_code set wrong_tries = wrong_tries + 1 where id = :id")
                .param("id", id)
                .update();
    }
}
