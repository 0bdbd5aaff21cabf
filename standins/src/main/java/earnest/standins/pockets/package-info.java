/** What people carry: texts, authenticator, ringing phone, and the laptop they sign in at. */
@NullMarked
package earnest.standins.pockets;

import org.jspecify.annotations.NullMarked;
