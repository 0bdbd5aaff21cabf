/**
 * A service in the cloud with accounts of its own, spoken to over SCIM 2.0 (RFC 7643, RFC 7644).
 */
@NullMarked
package earnest.standins.cloud;

import org.jspecify.annotations.NullMarked;
