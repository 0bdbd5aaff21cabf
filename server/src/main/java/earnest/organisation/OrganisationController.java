package earnest.organisation;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Organisation;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** What holds for the whole desk, read and set. */
@RestController
class OrganisationController {
    private static final int MOST_NAMED = 30;
    private static final int A_WEEK = 7 * 24 * 60;

    /**
     * The settings, times in minutes.
     *
     * @param homeRegion two capital letters: where numbers without a country code are
     * @param readAloudMinutes how long a password that is read aloud stays in force unused
     * @param textMinutes the same for one sent by text
     * @param remindMinutes when the desk is reminded that nobody signed in
     * @param mostChangesADay how many changes a person may have in 24 hours
     * @param mostNamedAnHour how many people may be named to an analyst in an hour before it shows
     *     as a signal; without it, 30
     * @param timeZone of the desk's day, such as {@code Europe/Oslo}; without it, UTC
     * @param nightFrom the hour in which the desk's night begins; without both there is none
     * @param nightTo the hour in which it is over
     */
    record DeskSettings(
            @NotBlank @Size(max = 120) String name,
            @NotNull @Pattern(regexp = "[A-Z]{2}") String homeRegion,
            @Min(5) @Max(A_WEEK) int readAloudMinutes,
            @Min(5) @Max(A_WEEK) int textMinutes,
            @Min(1) @Max(A_WEEK) int remindMinutes,
            @Min(1) @Max(1000) int mostChangesADay,
            @Nullable @Min(1) @Max(10_000) Integer mostNamedAnHour,
            @Nullable @Size(max = 60) String timeZone,
            @Nullable @Min(0) @Max(23) Integer nightFrom,
            @Nullable @Min(0) @Max(23) Integer nightTo) {
        static DeskSettings of(OrganisationSettings settings) {
            return new DeskSettings(
                    settings.name(),
                    settings.homeRegion(),
                    (int) settings.readAloudLasts().toMinutes(),
                    (int) settings.textLasts().toMinutes(),
                    (int) settings.remindAfter().toMinutes(),
                    settings.mostChangesADay(),
                    settings.mostNamedAnHour(),
                    settings.zone().getId(),
                    settings.nightFrom(),
                    settings.nightTo());
        }
    }

    private final SettingsInForce settings;
    private final JdbcClient database;
    private final TheRecord record;
    private final Writes writes;

    OrganisationController(
            SettingsInForce settings, JdbcClient database, TheRecord record, Writes writes) {
        this.settings = settings;
        this.database = database;
        this.record = record;
        this.writes = writes;
    }

    @ApiCall(id = "organisation", summary = "Gives what holds for the whole desk.")
    @GetMapping("/api/organisation")
    DeskSettings settings(SignedIn me) {
        me.must(Right.SET_UP);
        return DeskSettings.of(settings.now());
    }

    @ApiCall(
            id = "putOrganisation",
            summary = "Sets what holds for the whole desk, at once.",
            example =
                    "{\"name\": \"Brackwater Ferries\", \"homeRegion\": \"GB\","
                        + " \"readAloudMinutes\": 60, \"textMinutes\": 240, \"remindMinutes\": 10,"
                        + " \"mostChangesADay\": 3, \"mostNamedAnHour\": 30, \"timeZone\":"
                        + " \"Europe/London\", \"nightFrom\": 23, \"nightTo\": 5}")
    @PutMapping("/api/organisation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(SignedIn me, @Valid @RequestBody DeskSettings wanted) {
        me.must(Right.SET_UP);
        String zone = zone(wanted);
        if ((wanted.nightFrom() == null) != (wanted.nightTo() == null)) {
            throw Problem.invalid(
                    "A night has an hour in which it begins and one in which it ends.");
        }
        writes.run(
                () -> {
                    String changed = changed(DeskSettings.of(settings.now()), wanted);
                    database.sql(
                                    """
                                    update organisation set name = :name, home_region = :region,
                                      read_aloud_minutes = :aloud, text_minutes = :text,
                                      remind_minutes = :remind, most_changes_a_day = :most,
                                      most_named_an_hour = :named, time_zone = :zone, night_from = :from, night_to = :to,
                                      version = version + 1
                                    where id = :id
                                    """)
                            .param("name", wanted.name().strip())
                            .param("region", wanted.homeRegion())
                            .param("aloud", wanted.readAloudMinutes())
                            .param("text", wanted.textMinutes())
                            .param("remind", wanted.remindMinutes())
                            .param("most", wanted.mostChangesADay())
                            .param("named", named(wanted))
                            .param("zone", zone)
                            .param("from", wanted.nightFrom())
                            .param("to", wanted.nightTo())
                            .param("id", Organisation.FIRST)
                            .update();
                    record.append(
                            Entry.by(EntryKind.ORGANISATION_SET_UP, me.id(), me.name())
                                    .data("fields", changed));
                });
    }

    private static String zone(DeskSettings wanted) {
        try {
            return ZoneId.of(Objects.requireNonNullElse(wanted.timeZone(), "UTC")).getId();
        } catch (DateTimeException e) {
            throw Problem.invalid("A time zone is named as in Europe/Oslo.");
        }
    }

    private static String changed(DeskSettings was, DeskSettings is) {
        List<String> changed = new ArrayList<>();
        add(changed, "name", was.name(), is.name());
        add(changed, "home region", was.homeRegion(), is.homeRegion());
        add(changed, "minutes read aloud", was.readAloudMinutes(), is.readAloudMinutes());
        add(changed, "minutes by text", was.textMinutes(), is.textMinutes());
        add(changed, "minutes to remind", was.remindMinutes(), is.remindMinutes());
        add(changed, "most changes a day", was.mostChangesADay(), is.mostChangesADay());
        add(changed, "most people named an hour", named(was), named(is));
        add(changed, "the desk's night", night(was), night(is));
        return changed.isEmpty() ? "nothing changed" : String.join(", ", changed);
    }

    private static int named(DeskSettings of) {
        return Objects.requireNonNullElse(of.mostNamedAnHour(), MOST_NAMED);
    }

    private static String night(DeskSettings of) {
        return of.nightFrom() == null
                ? "none"
                : "%d to %d, %s".formatted(of.nightFrom(), of.nightTo(), zone(of));
    }

    private static void add(List<String> changed, String what, Object was, Object is) {
        if (!was.equals(is)) {
            changed.add("%s %s (was %s)".formatted(what, is, was));
        }
    }
}
