package earnest.organisation;

import org.jspecify.annotations.Nullable;

import java.time.Duration;
import java.time.ZoneId;

/**
 * What holds for the whole desk.
 *
 * @param homeRegion two capital letters: in which country numbers without a country code are
 * @param readAloudLasts how long a temporary password that is read aloud stays in force unused
 * @param textLasts the same for one sent by text
 * @param remindAfter when the desk is reminded that nobody signed in
 * @param mostChangesADay how many changes a person may have in 24 hours
 * @param mostNamedAnHour how many people may be named to an analyst in an hour before it shows
 * @param zone in which the desk's day is
 * @param nightFrom the hour in which the desk's night begins, 0 to 23; null: nobody set one
 * @param nightTo the hour in which it is over
 */
public record OrganisationSettings(
        String name,
        String homeRegion,
        Duration readAloudLasts,
        Duration textLasts,
        Duration remindAfter,
        int mostChangesADay,
        int mostNamedAnHour,
        ZoneId zone,
        @Nullable Integer nightFrom,
        @Nullable Integer nightTo) {}
