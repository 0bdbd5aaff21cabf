package earnest.checks;

import earnest.checks.methods.CheckState;
import earnest.checks.methods.Possible;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;

/** The checks that could be made now, as the page offers them. */
final class Offers {
    private Offers() {}

    static List<Standing.Offer> of(Assessed assessed, Set<UUID> conversations) {
        Map<String, Standing.Offer> offers = new LinkedHashMap<>();
        for (Gathered.Offered offered : assessed.offered()) {
            if (!stands(assessed, offered, conversations)) {
                Possible possible = offered.possible();
                var weight = assessed.book().rules().checks().get(offered.method().id());
                // Of several that stand under one offer, one is drawn when it is taken.
                offers.putIfAbsent(
                        possible.offer(),
                        new Standing.Offer(
                                possible.offer(),
                                offered.method().id(),
                                weight.factor().word(),
                                possible.label(),
                                possible.note(),
                                weight.points(),
                                weight.workSeconds() + weight.waitSeconds(),
                                weight.waitSeconds(),
                                possible.contact()));
            }
        }
        return List.copyOf(offers.values());
    }

    /**
     * What already stands in this conversation would add nothing, so it is not offered again; what
     * words brought back counts as read out, and may be more when it is done anew.
     */
    private static boolean stands(
            Assessed assessed, Gathered.Offered offered, Set<UUID> conversations) {
        Set<UUID> broughtBack = assessed.known().ticket().broughtBack();
        return assessed.ended().stream()
                .anyMatch(
                        check ->
                                check.state == CheckState.PASSED
                                        && check.method.equals(offered.method().id())
                                        && check.path.equals(offered.possible().path())
                                        && check.conversationId != null
                                        && conversations.contains(check.conversationId)
                                        && !broughtBack.contains(check.conversationId));
    }
}
