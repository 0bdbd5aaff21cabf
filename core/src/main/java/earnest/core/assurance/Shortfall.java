package earnest.core.assurance;

import java.util.List;

/**
 * What a closed action lacks.
 *
 * @param points decibans, 0 if none
 * @param factors that must count and do not, sorted by word
 * @param oneOf lists of which none counts, in the order of the rules
 * @param paths how many more must count, 0 if none
 */
public record Shortfall(int points, List<Factor> factors, List<List<Factor>> oneOf, int paths) {
    boolean none() {
        return points == 0 && factors.isEmpty() && oneOf.isEmpty() && paths == 0;
    }
}
