package earnest.systems;

import earnest.access.Right;
import earnest.access.SignedIn;
import earnest.core.json.BadField;
import earnest.core.json.Fields;
import earnest.core.json.Json;
import earnest.core.passwords.Secret;
import earnest.ground.ApiCall;
import earnest.ground.Problem;
import earnest.ground.Writes;
import earnest.record.Entry;
import earnest.record.EntryKind;
import earnest.record.TheRecord;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;

import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

import tools.jackson.databind.json.JsonMapper;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** Setting systems up. A credential goes in and never comes out. */
@RestController
class SystemController {
    private static final String ID = "[a-z0-9-]{1,40}";

    /**
     * A system as it is to be.
     *
     * @param kind what it speaks; null: it is not connected to and only follows
     * @param follows id of the system from which it takes its passwords, or null
     * @param settings of its kind
     * @param basedOn the version that was changed; null: whatever is there is replaced
     * @param credential with which Earnest signs in; null: the one before stays
     */
    record SystemWanted(
            @Nullable @Size(max = 30) String kind,
            @NotBlank @Size(max = 80) String name,
            @Nullable @Pattern(regexp = ID) String follows,
            @NotBlank @Size(max = 120) String whoHelps,
            int position,
            @NotNull Map<String, Object> settings,
            @NotNull Map<String, Object> passwordRules,
            @Nullable Long basedOn,
            @Nullable @Size(max = 1000) String credential) {
        @Override
        public String toString() {
            return "(the system " + name + ")";
        }
    }

    /**
     * A kind of system.
     *
     * @param words what such a system is
     * @param settings a JSON Schema (2020-12) of its settings, from which a form can be drawn
     */
    record SystemKindShown(String id, String words, Map<String, Object> settings) {}

    private final Systems systems;
    private final SystemRows rows;
    private final SystemsOverview overview;
    private final TheRecord record;
    private final Writes writes;

    SystemController(
            Systems systems,
            SystemRows rows,
            SystemsOverview overview,
            TheRecord record,
            Writes writes) {
        this.overview = overview;
        this.systems = systems;
        this.rows = rows;
        this.record = record;
        this.writes = writes;
    }

    @ApiCall(
            id = "systems",
            summary = "Lists the systems. Credentials are never among what is given.")
    @GetMapping("/api/systems")
    List<SystemsOverview.SystemSetUp> all(SignedIn me) {
        me.must(Right.SET_UP);
        return overview.all();
    }

    @ApiCall(
            id = "systemKinds",
            summary = "Lists the kinds of system, each with what its settings are.")
    @GetMapping("/api/system-kinds")
    List<SystemKindShown> kinds(SignedIn me) {
        me.must(Right.SET_UP);
        return systems.kinds().all().stream()
                .map(
                        kind ->
                                new SystemKindShown(
                                        kind.id(),
                                        kind.words(),
                                        SystemsOverview.map(kind.settingsSchema())))
                .toList();
    }

    /** Sets one up, or changes it. It is in force at once, on every node. */
    @ApiCall(
            id = "putSystem",
            summary =
                    "Sets a system up, or changes it. A move to other servers takes its "
                            + "credential away, if none comes with it.",
            more =
                    "The credential is taken and never given back; left out, the former one is"
                            + " kept. Everything is looked at before anything is kept, and a wrong"
                            + " setting is named. With basedOn it is refused where somebody else"
                            + " changed it meanwhile; 0 is one that is not there yet.",
            refuses = {"409 changed-meanwhile"},
            example =
                    "{\"kind\": \"ldap\", \"name\": \"Harbour directory\", \"whoHelps\": \"The"
                        + " directory team, extension 20\", \"position\": 1, \"settings\":"
                        + " {\"servers\": [{\"name\": \"one\", \"url\":"
                        + " \"ldaps://directory.example\"}], \"bindDn\":"
                        + " \"cn=earnest,dc=example\"}, \"passwordRules\": {\"styles\":"
                        + " [\"read-aloud\", \"copied\"]}, \"credential\": \"(the password of the"
                        + " account)\"}")
    @PutMapping("/api/systems/{system}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void put(SignedIn me, @PathVariable String system, @Valid @RequestBody SystemWanted wanted) {
        me.must(Right.SET_UP);
        if (!system.matches(ID)) {
            throw Problem.invalid(
                    "A system's id is small letters, digits and hyphens, 40 at most.");
        }
        writes.run(() -> put(me, system, wanted, rows.lock(system)));
    }

    private void put(SignedIn me, String id, SystemWanted wanted, Optional<SystemRow> before) {
        if (wanted.basedOn() != null
                && before.map(SystemRow::version).orElse(0L) != (long) wanted.basedOn()) {
            throw new Problem(
                    409,
                    "changed-meanwhile",
                    "Somebody else changed this system meanwhile. Look at it anew; what you typed"
                            + " is not lost.");
        }
        SystemRow row =
                new SystemRow(
                        id,
                        wanted.kind(),
                        wanted.name().strip(),
                        wanted.follows(),
                        wanted.whoHelps().strip(),
                        wanted.position(),
                        json(wanted.settings()),
                        json(wanted.passwordRules()),
                        wanted.credential() != null,
                        before.map(SystemRow::version).orElse(0L) + 1);
        boolean moved = mustBeRight(row, before);
        rows.put(row);
        String given = wanted.credential();
        if (given != null) {
            try (Secret credential = Secret.of(given)) {
                rows.putCredential(id, credential);
            }
        } else if (moved) {
            rows.putCredential(id, null);
        }
        record.append(
                Entry.by(EntryKind.SYSTEM_SET_UP, me.id(), me.name())
                        .data("systemName", row.name())
                        .data("system", id)
                        .data("credential", credentialIs(given, moved, before)));
    }

    private static String credentialIs(
            @Nullable String given, boolean moved, Optional<SystemRow> before) {
        if (given != null) {
            return "replaced";
        }
        if (before.map(SystemRow::hasCredential).orElse(false)) {
            return moved ? "taken away" : "kept";
        }
        return "not needed";
    }

    /** Whether the credential would from now on be sent elsewhere. */
    private boolean mustBeRight(SystemRow row, Optional<SystemRow> before) {
        String kind = row.kind();
        if (kind == null) {
            return true;
        }
        try (Secret nothing = Secret.of("")) {
            systems.open(row, nothing).connector().close();
            String place = place(row);
            return before.filter(was -> kind.equals(was.kind()))
                    .map(was -> !place(was).equals(place))
                    .orElse(true);
        } catch (BadField wrong) {
            throw Problem.invalid("The field " + wrong.getMessage() + ".");
        }
    }

    private String place(SystemRow row) {
        return Systems.kind(systems.kinds(), Objects.requireNonNull(row.kind()))
                .credentialPlace(Fields.of("settings", Json.read(row.settings())));
    }

    private static String json(Map<String, Object> values) {
        return JsonMapper.shared().writeValueAsString(values);
    }
}
