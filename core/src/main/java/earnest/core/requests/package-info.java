/**
 * Requests to an outside service, described from the sample in its manual: what in it is the
 * number, the text, the credential, and how each is written where it stands. No value, however odd,
 * can change the shape of the request.
 */
@NullMarked
package earnest.core.requests;

import org.jspecify.annotations.NullMarked;
