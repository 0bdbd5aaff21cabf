package earnest.connectors.database;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;

/**
 * Accounts with rights over the whole server, over its own tables, or by a role that has them. The
 * right to change anybody's password, which Earnest needs there, would reach them as well: so they
 * are left alone, and are nobody's.
 */
final class Protected {
    private static final String MIGHTY =
            """
            with recursive held (role) as (
              select role from mysql.roles_mapping where user = ? and host = ?
              union select m.role from mysql.roles_mapping m join held on m.user = held.role and m.host = '')
            select exists (select 1 from held join mysql.global_priv g on g.user = held.role and g.host = ''
                           where json_value(g.priv, '$.access') > 0)
              or exists (select 1 from mysql.db d where d.db in ('mysql', '%')
                         and (d.user = ? and d.host = ? or d.host = '' and d.user in (select role from held)))
            """;

    private Protected() {}

    static boolean is(Connection connection, UserName name, Kept kept) throws SQLException {
        if (kept.rights() != 0) {
            return true;
        }
        try (PreparedStatement asked = connection.prepareStatement(MIGHTY)) {
            for (int at = 1; at <= 3; at += 2) {
                asked.setString(at, name.user());
                asked.setString(at + 1, name.host());
            }
            try (ResultSet row = asked.executeQuery()) {
                return row.next() && row.getBoolean(1);
            }
        }
    }
}
