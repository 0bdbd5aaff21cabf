/** Services that speak SCIM 2.0 (RFC 7643, RFC 7644). */
@NullMarked
package earnest.connectors.scim;

import org.jspecify.annotations.NullMarked;
