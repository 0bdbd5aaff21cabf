package earnest.checks.methods;

import java.util.Collection;

/** Methods that are no folder of this code, since somebody described them. */
public interface MoreMethods {
    /** As they are now. */
    Collection<? extends ProofMethod> now();
}
