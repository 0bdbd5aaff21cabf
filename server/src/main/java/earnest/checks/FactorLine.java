package earnest.checks;

import earnest.people.People;

import org.jspecify.annotations.Nullable;

import java.util.List;
import java.util.Optional;
import java.util.UUID;

/** A kind of what proves somebody that an organisation hands out, as a line of a file. */
interface FactorLine {
    /** One of them in words. */
    String one();

    /** How many fields a line has, the account first. */
    int fields();

    /** What is wrong with a line that has another number of fields. */
    String shape();

    /**
     * A line that was read.
     *
     * @param factor null where {@code wrong} says why it was not taken
     */
    record Read(@Nullable UUID factor, Optional<String> wrong) {
        static Read taken(UUID factor) {
            return new Read(factor, Optional.empty());
        }

        static Read not(String why) {
            return new Read(null, Optional.of(why));
        }
    }

    /** Takes what stands beside an account, in the present transaction. */
    Read take(People.Person person, List<String> beside);
}
