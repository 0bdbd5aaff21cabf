package earnest.record;

import earnest.core.record.Seal;

import java.io.IOException;
import java.util.List;

/** Somebody outside who keeps our seals, so that we cannot take them back. */
interface Witness {
    /** Stable, since how far it was told is stored under it. */
    String name();

    /**
     * Tells it seals, in order; returns when it surely has them.
     *
     * @throws IOException with words for an operator; all are told again later
     */
    void tell(List<Seal> seals) throws IOException;
}
