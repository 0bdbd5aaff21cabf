package earnest.organisation;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.ground.ApiCall;
import earnest.ground.Organisation;
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

import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import java.util.ArrayList;
import java.util.List;

/** What holds for the whole desk, read and set. */
@RestController
class OrganisationController {
    private static final int A_WEEK = 7 * 24 * 60;

    /**
     * The settings, times in minutes.
     *
     * @param homeRegion two capital letters: where numbers without a country code are
     * @param readAloudMinutes how long a password that is read aloud stays in force unused
     * @param textMinutes the same for one sent by text
     * @param remindMinutes when the desk is reminded that nobody signed in
     * @param mostChangesADay how many changes a person may have in 24 hours
     */
    record DeskSettings(
            @NotBlank @Size(max = 120) String name,
            @NotNull @Pattern(regexp = "[A-Z]{2}") String homeRegion,
            @Min(5) @Max(A_WEEK) int readAloudMinutes,
            @Min(5) @Max(A_WEEK) int textMinutes,
            @Min(1) @Max(A_WEEK) int remindMinutes,
            @Min(1) @Max(1000) int mostChangesADay) {
        static DeskSettings of(OrganisationSettings settings) {
            return new DeskSettings(
                    settings.name(),
                    settings.homeRegion(),
                    (int) settings.readAloudLasts().toMinutes(),
                    (int) settings.textLasts().toMinutes(),
                    (int) settings.remindAfter().toMinutes(),
                    settings.mostChangesADay());
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
                        + " \"mostChangesADay\": 3}")
    @PutMapping("/api/organisation")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(SignedIn me, @Valid @RequestBody DeskSettings wanted) {
        me.must(Right.SET_UP);
        writes.run(
                () -> {
                    String changed = changed(DeskSettings.of(settings.now()), wanted);
                    database.sql(
                                    """
                                    update organisation set name = :name, home_region = :region,
                                      read_aloud_minutes = :aloud, text_minutes = :text,
                                      remind_minutes = :remind, most_changes_a_day = :most,
                                      version = version + 1
                                    where id = :id
                                    """)
                            .param("name", wanted.name().strip())
                            .param("region", wanted.homeRegion())
                            .param("aloud", wanted.readAloudMinutes())
                            .param("text", wanted.textMinutes())
                            .param("remind", wanted.remindMinutes())
                            .param("most", wanted.mostChangesADay())
                            .param("id", Organisation.FIRST)
                            .update();
                    record.append(
                            Entry.by(EntryKind.ORGANISATION_SET_UP, me.id(), me.name())
                                    .data("fields", changed));
                });
    }

    private static String changed(DeskSettings was, DeskSettings is) {
        List<String> changed = new ArrayList<>();
        add(changed, "name", was.name(), is.name());
        add(changed, "home region", was.homeRegion(), is.homeRegion());
        add(changed, "minutes read aloud", was.readAloudMinutes(), is.readAloudMinutes());
        add(changed, "minutes by text", was.textMinutes(), is.textMinutes());
        add(changed, "minutes to remind", was.remindMinutes(), is.remindMinutes());
        add(changed, "most changes a day", was.mostChangesADay(), is.mostChangesADay());
        return changed.isEmpty() ? "nothing changed" : String.join(", ", changed);
    }

    private static void add(List<String> changed, String what, Object was, Object is) {
        if (!was.equals(is)) {
            changed.add("%s %s (was %s)".formatted(what, is, was));
        }
    }
}
