/**
 * Systems that hold accounts, as a program meets them: one small port, and a folder for each kind
 * of system that implements it. Knows neither a framework nor the database.
 */
@NullMarked
package earnest.connectors;

import org.jspecify.annotations.NullMarked;
