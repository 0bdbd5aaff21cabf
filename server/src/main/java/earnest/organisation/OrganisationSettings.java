package earnest.organisation;

import java.time.Duration;

/**
 * What holds for the whole desk.
 *
 * @param homeRegion two capital letters: in which country numbers without a country code are
 * @param readAloudLasts how long a temporary password that is read aloud stays in force unused
 * @param textLasts the same for one sent by text
 * @param remindAfter when the desk is reminded that nobody signed in
 * @param mostChangesADay how many changes a person may have in 24 hours
 */
public record OrganisationSettings(
        String name,
        String homeRegion,
        Duration readAloudLasts,
        Duration textLasts,
        Duration remindAfter,
        int mostChangesADay) {}
