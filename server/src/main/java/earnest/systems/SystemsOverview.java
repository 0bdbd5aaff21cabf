package earnest.systems;

import earnest.core.json.Json;

import io.swagger.v3.oas.annotations.media.Schema;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** All systems as they are set up, with how it stands with each. */
@Component
class SystemsOverview {
    /**
     * A system as it is set up.
     *
     * @param version what a change of it is based on
     * @param servers by name, those that it has
     * @param hasCredential whether one is kept; it is never shown
     * @param accounts how many belong to people who are known
     * @param unmatched how many belong to nobody who is known, where that is looked at
     * @param contested how many could be two people's, or two of which could be one's
     * @param trouble why its accounts could not be looked at, or null
     * @param test the last test of its connection, or null
     */
    record SystemSetUp(
            String id,
            long version,
            @Nullable String kind,
            String name,
            @Nullable String follows,
            String whoHelps,
            int position,
            Map<String, Object> settings,
            Map<String, Object> passwordRules,
            boolean hasCredential,
            SystemState state,
            List<String> servers,
            long accounts,
            @Nullable Integer unmatched,
            @Nullable Integer contested,
            @Nullable String trouble,
            @Nullable TestShown test) {}

    /**
     * A test of a connection.
     *
     * @param askedBy who asked for it; null where it repeats itself
     * @param endedAt null while it is under way
     */
    @Schema(name = "ConnectionTest")
    record TestShown(
            Instant askedAt,
            @Nullable String askedBy,
            @Nullable Instant endedAt,
            List<TestedStep> steps) {
        static TestShown of(ConnectionTest test) {
            return new TestShown(test.askedAt(), test.askedByName(), test.endedAt(), test.steps());
        }
    }

    private final Systems systems;
    private final SystemRows rows;
    private final Accounts accounts;
    private final AccountCounts matches;
    private final ConnectionTestRows tests;

    SystemsOverview(
            Systems systems,
            SystemRows rows,
            Accounts accounts,
            AccountCounts matches,
            ConnectionTestRows tests) {
        this.systems = systems;
        this.rows = rows;
        this.accounts = accounts;
        this.matches = matches;
        this.tests = tests;
    }

    List<SystemSetUp> all() {
        Map<String, Long> counts = accounts.counts();
        Map<String, AccountCounts.Counts> matched = matches.counts();
        Map<String, ConnectionTest> latest = new HashMap<>();
        tests.latest().forEach(test -> latest.put(test.system(), test));
        return rows.all().stream()
                .map(
                        row ->
                                shown(
                                        row,
                                        counts.getOrDefault(row.id(), 0L),
                                        matched.get(row.id()),
                                        latest.get(row.id())))
                .toList();
    }

    private SystemSetUp shown(
            SystemRow row,
            long many,
            AccountCounts.@Nullable Counts matched,
            @Nullable ConnectionTest test) {
        return new SystemSetUp(
                row.id(),
                row.version(),
                row.kind(),
                row.name(),
                row.follows(),
                row.whoHelps(),
                row.position(),
                map(row.settings()),
                map(row.passwordRules()),
                row.hasCredential(),
                SystemState.of(row, test, matched),
                systems.find(row.id()).map(s -> s.connector().servers()).orElse(List.of()),
                many,
                matched == null ? null : matched.unmatched(),
                matched == null ? null : matched.contested(),
                matched == null ? null : matched.trouble(),
                Optional.ofNullable(test).map(TestShown::of).orElse(null));
    }

    static Map<String, Object> map(String json) {
        return Objects.requireNonNull(Json.object(Json.read(json)));
    }
}
