package earnest;

import earnest.channels.madeup.Pigeons;
import earnest.testkit.Eventually;
import earnest.testkit.Steward;

import java.util.List;
import java.util.Map;

/** What a steward would set up so that somebody has a card; and pigeons fly to own mailboxes. */
final class MadeUpThings implements AutoCloseable {
    private final Steward steward;

    private MadeUpThings(Steward steward) {
        this.steward = steward;
    }

    /** For one person; ends when it is closed. */
    static MadeUpThings of(App app, String account) {
        Steward steward = new Steward(app.ground());
        card(app, steward, account);
        Pigeons.fly(true);
        return new MadeUpThings(steward);
    }

    static String mailbox(String account) {
        return account + "@lagoon.example";
    }

    private static void card(App app, Steward steward, String account) {
        steward.api()
                .put(
                        "/api/systems/cards",
                        Map.of(
                                "kind",
                                "card-index",
                                "name",
                                "Card index",
                                "whoHelps",
                                "the archive",
                                "position",
                                8,
                                "settings",
                                Map.of("drawer", "drawer 1"),
                                "passwordRules",
                                Map.of("styles", List.of("read-aloud", "copied"))))
                .ok();
        steward.api()
                .put(
                        "/api/people-sources/cards",
                        Map.of(
                                "system",
                                "cards",
                                "position",
                                8,
                                "mapping",
                                Map.of(
                                        "staffNumber",
                                        app.knows(account).get("staffNumber").asString()),
                                "sameBy",
                                "staff-number",
                                "wholeEverySeconds",
                                900,
                                "changesEverySeconds",
                                900,
                                "believedGone",
                                0))
                .ok();
        Eventually.waitFor(
                "the card to be matched",
                () ->
                        app.database()
                                        .sql(
                                                "select count(*) from account a join person p on"
                                                    + " p.id = a.person_id where p.account = :p and"
                                                    + " a.`system` = 'cards' and a.gone_at is null")
                                        .param("p", account)
                                        .query(Long.class)
                                        .single()
                                == 1);
    }

    @Override
    public void close() {
        Pigeons.fly(false);
        steward.api().delete("/api/people-sources/cards").ok();
    }
}
