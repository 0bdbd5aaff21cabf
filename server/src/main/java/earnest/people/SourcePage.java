package earnest.people;

import earnest.connectors.PeopleSource;

import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;

/**
 * What holds for all pages of one reading of a source.
 *
 * @param groups group to the places of its members in small letters
 * @param first at the first reading of all of the source, when the age of contacts is unknown
 * @param managers takes person to the place of the manager, to be set when all are there
 * @param deputies takes person to the place of the deputy, in the same way
 * @param odd is given who could not be written
 */
record SourcePage(
        SourceRow source,
        Map<String, Set<String>> groups,
        boolean first,
        Map<UUID, String> managers,
        Map<UUID, String> deputies,
        Consumer<PeopleSource.Odd> odd) {}
