package earnest.selfservice;

import earnest.ground.Worded;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.List;

/**
 * What the page of somebody who helps themselves shows.
 *
 * @param organisation whose service desk it is
 * @param ways to prove oneself, best first: of the house until something is proved
 * @param passed what was proved, as the ways are called
 * @param stuck whether all was proved that can be, and it is not enough
 * @param systems in which a new password may be chosen now
 * @param results how setting it goes, by system
 * @param told where it was told, in words
 * @param endsAt when the page is over unless something is done on it
 */
@Schema(name = "OwnPage")
record OwnPage(
        String organisation,
        Stage stage,
        List<WayShown> ways,
        @Nullable UnderWay open,
        List<String> passed,
        boolean stuck,
        List<Target> systems,
        List<ResultShown> results,
        List<String> told,
        @Nullable Instant endsAt) {

    /** Where one is. */
    @Schema(name = "OwnPageStage")
    enum Stage implements Worded {
        /** Nothing was begun in this browser, or it is over. */
        BEGIN,
        PROVE,
        CHOOSE,
        /** Enough is proved to change what proves them. */
        PROOFS,
        SETTING,
        DONE,
        /** It goes on in another browser. */
        MOVED,
        /** Somebody said that they did not ask for it, or too much was wrong. */
        OVER
    }

    /** A way to prove oneself. */
    @Schema(name = "OwnWay")
    record WayShown(String id, String label, String note, int seconds) {}

    /**
     * What is under way.
     *
     * @param digits that are typed; 0: a link is opened elsewhere, or the browser is asked
     * @param browserAsks for what the browser asks: options to use a credential (WebAuthn, section
     *     5.5), as JSON; null: nothing
     */
    @Schema(name = "OwnWayUnderWay")
    record UnderWay(
            String id,
            String label,
            String note,
            int digits,
            String asks,
            Instant until,
            @Nullable String browserAsks) {}

    /**
     * A system.
     *
     * @param followers names of systems that take the password from there
     */
    @Schema(name = "OwnSystem")
    record Target(String id, String name, List<String> followers) {}

    /** How setting it in one system went. */
    @Schema(name = "OwnResult")
    record ResultShown(String name, Outcome outcome, String says) {}

    /** How far it is there. */
    @Schema(name = "OwnOutcome")
    enum Outcome implements Worded {
        WORKS,
        UNDER_WAY,
        NOT_SET
    }

    /** One that shows nothing but where one is. */
    static OwnPage bare(String organisation, Stage stage) {
        return new OwnPage(
                organisation,
                stage,
                List.of(),
                null,
                List.of(),
                false,
                List.of(),
                List.of(),
                List.of(),
                null);
    }
}
