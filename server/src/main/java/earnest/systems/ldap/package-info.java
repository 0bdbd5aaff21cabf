/** A directory over LDAP. */
@NullMarked
package earnest.systems.ldap;

import org.jspecify.annotations.NullMarked;
