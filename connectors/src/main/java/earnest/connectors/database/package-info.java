/** Accounts of a MariaDB server: those that people sign in to the database with. */
@NullMarked
package earnest.connectors.database;

import org.jspecify.annotations.NullMarked;
