package earnest.ground;

import java.net.URI;

/** Where people outside reach Earnest, such as {@code https://desk.brackwater.example}. */
public interface PublicPlace {
    /** Without a path. */
    URI url();
}
