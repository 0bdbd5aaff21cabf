package earnest.checks;

import earnest.ground.Epoch;
import earnest.ground.Organisation;
import earnest.ground.Remembered;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;

/** The catalogue of questions, what right answers count for, and the hashes of answers. */
@Component
class QuestionRows {
    private final JdbcClient database;
    private final Remembered<UUID, Set<String>> countFor;

    QuestionRows(JdbcClient database, Epoch epoch) {
        this.database = database;
        this.countFor = new Remembered<>(epoch, 1, this::readCountFor);
    }

    /** Those that can be set, in the order in which they were added. */
    List<Questions.Question> catalogue() {
        return database.sql(
                        "select q.id, q.words, (select count(*) from own_answer a join enrolment e"
                                + " on e.id = a.enrolment_id where a.question_id = q.id and"
                                + " e.removed_at is null) as people from question q where"
                                + " q.organisation = :o and q.retired_at is null order by"
                                + " q.added_at, q.id")
                .param("o", Organisation.FIRST)
                .query(Questions.Question.class)
                .list();
    }

    void add(UUID id, String words, Instant now) {
        database.sql(
                        "insert into question (id, organisation, words, added_at) values (:id, :o,"
                                + " :words, :now)")
                .param("id", id)
                .param("o", Organisation.FIRST)
                .param("words", words)
                .param("now", now)
                .update();
    }

    /** 0 if it is none, or was retired. */
    int retire(UUID id, Instant now) {
        return database.sql(
                        "update question set retired_at = :now where id = :id and organisation = :o"
                                + " and retired_at is null")
                .param("id", id)
                .param("o", Organisation.FIRST)
                .param("now", now)
                .update();
    }

    Set<String> countFor() {
        return countFor.get(Organisation.FIRST);
    }

    private Set<String> readCountFor(UUID organisation) {
        return Collections.unmodifiableSet(
                new TreeSet<>(
                        database.sql(
                                        "select action from question_counts_for where organisation"
                                                + " = :o")
                                .param("o", organisation)
                                .query(String.class)
                                .list()));
    }

    void countFor(Collection<String> actions) {
        database.sql("delete from question_counts_for where organisation = :o")
                .param("o", Organisation.FIRST)
                .update();
        for (String action : actions) {
            database.sql(
                            "insert into question_counts_for (organisation, action) values (:o,"
                                    + " :action)")
                    .param("o", Organisation.FIRST)
                    .param("action", action)
                    .update();
        }
    }

    void keep(UUID set, UUID question, String hash) {
        database.sql(
                        "insert into own_answer (enrolment_id, question_id, organisation, hash)"
                                + " values (:set, :question, :o, :hash)")
                .param("set", set)
                .param("question", question)
                .param("o", Organisation.FIRST)
                .param("hash", hash)
                .update();
    }

    /** They are of no use to anybody any more. */
    void forget(UUID set) {
        database.sql("delete from own_answer where enrolment_id = :set").param("set", set).update();
    }

    /** What somebody set answers to, retired questions among them, in no order. */
    Map<UUID, String> answered(UUID set) {
        Map<UUID, String> answered = new LinkedHashMap<>();
        database.sql(
                        "select q.id, q.words from own_answer a join question q on q.id ="
                                + " a.question_id where a.enrolment_id = :set order by q.id")
                .param("set", set)
                .query(
                        row -> {
                            answered.put(row.getObject("id", UUID.class), row.getString("words"));
                        });
        return answered;
    }

    String hash(UUID set, UUID question) {
        return database.sql(
                        "select hash from own_answer where enrolment_id = :set and question_id ="
                                + " :question")
                .param("set", set)
                .param("question", question)
                .query(String.class)
                .single();
    }
}
