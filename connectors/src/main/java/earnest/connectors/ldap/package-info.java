/** A directory over LDAP, with password policy (draft-behera-ldap-password-policy). */
@NullMarked
package earnest.connectors.ldap;

import org.jspecify.annotations.NullMarked;
