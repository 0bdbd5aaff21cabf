package earnest.procedures;

import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** Drafts as rows; who keeps one says on which it is based, and the row count decides. */
@Component
class DraftRows {
    private final JdbcClient database;

    DraftRows(JdbcClient database) {
        this.database = database;
    }

    List<Draft> all() {
        return database.sql("select * from procedure_draft order by name")
                .query(DraftRows::row)
                .list();
    }

    Optional<Draft> find(String name) {
        return database.sql("select * from procedure_draft where name = :name")
                .param("name", name)
                .query(DraftRows::row)
                .optional();
    }

    private static Draft row(ResultSet row, int i) throws SQLException {
        return new Draft(
                row.getString("name"),
                row.getString("text"),
                row.getLong("edit"),
                row.getObject("author_id", UUID.class),
                row.getString("author_name"),
                row.getTimestamp("kept_at").toInstant());
    }

    /** Keeps one in the place of the edit before it; false if that is not there any more. */
    boolean keep(Draft draft) {
        if (draft.edit() == 1) {
            try {
                return write(
                                "insert into procedure_draft (name, text, edit, author_id,"
                                        + " author_name, kept_at) values (:name, :text, :edit,"
                                        + " :author, :authorName, :at)",
                                draft)
                        == 1;
            } catch (DuplicateKeyException another) {
                return false;
            }
        }
        return write(
                        "update procedure_draft set text = :text, edit = :edit, author_id ="
                                + " :author, author_name = :authorName, kept_at = :at where name ="
                                + " :name and edit = :edit - 1",
                        draft)
                == 1;
    }

    private int write(String statement, Draft draft) {
        return database.sql(statement)
                .param("name", draft.name())
                .param("text", draft.text())
                .param("edit", draft.edit())
                .param("author", draft.authorId())
                .param("authorName", draft.authorName())
                .param("at", draft.keptAt())
                .update();
    }

    /** Takes one away, as it was last seen; false if it is not there so any more. */
    boolean remove(String name, long edit) {
        return database.sql("delete from procedure_draft where name = :name and edit = :edit")
                        .param("name", name)
                        .param("edit", edit)
                        .update()
                == 1;
    }
}
