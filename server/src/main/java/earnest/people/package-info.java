/** People as the directory knows them, their contacts and facts, and finding them. */
@NullMarked
package earnest.people;

import org.jspecify.annotations.NullMarked;
