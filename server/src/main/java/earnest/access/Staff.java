package earnest.access;

import earnest.ground.Epoch;
import earnest.ground.Ids;
import earnest.ground.Remembered;
import earnest.ground.SlowHashes;
import earnest.ground.Writes;

import org.springframework.stereotype.Service;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

/** Those who work with Earnest, as rows. */
@Service
class Staff implements Analysts {
    private static final String ALL = "all";
    private static final int LEAST_PASSWORD = 15;
    private final AnalystRepository analysts;
    private final SlowHashes passwords;
    private final Writes writes;
    private final Ids ids;

    /** Their own accounts, all of them at once: there are few of them, and it is asked often. */
    private final Remembered<String, Set<String>> accounts;

    Staff(AnalystRepository analysts, SlowHashes passwords, Writes writes, Ids ids, Epoch epoch) {
        this.accounts = new Remembered<>(epoch, 1, all -> lower(analysts.ownAccounts()));
        this.analysts = analysts;
        this.passwords = passwords;
        this.writes = writes;
        this.ids = ids;
    }

    private static Set<String> lower(List<String> accounts) {
        return accounts.stream()
                .map(account -> account.toLowerCase(Locale.ROOT))
                .collect(Collectors.toUnmodifiableSet());
    }

    @Override
    public List<Colleague> atTheDesk() {
        return analysts.findAllByOrderByName().stream()
                .filter(a -> a.endedAt == null)
                .filter(
                        a ->
                                a.roles().stream()
                                        .anyMatch(r -> r.rights().contains(Right.WORK_AT_DESK)))
                .map(a -> new Colleague(a.id, a.name))
                .toList();
    }

    @Override
    public Optional<Colleague> find(UUID id) {
        return analysts.findById(id).map(a -> new Colleague(a.id, a.name));
    }

    @Override
    public boolean isOfStaff(String account) {
        return accounts.get(ALL).contains(account.toLowerCase(Locale.ROOT));
    }

    @Override
    public void admit(List<Newcomer> newcomers, String password) {
        if (password.length() < LEAST_PASSWORD) {
            throw new IllegalArgumentException("an analyst's password has at least 15 characters");
        }
        writes.run(
                () -> {
                    List<Analyst> all = newcomers.stream().map(this::here).toList();
                    // Each try takes long by design, and this is done at each start.
                    if (all.stream().anyMatch(analyst -> analyst.passwordHash.isEmpty())
                            || !passwords.matches(password, all.getFirst().passwordHash)) {
                        all.forEach(analyst -> analyst.passwordHash = passwords.of(password));
                    }
                });
    }

    private Analyst here(Newcomer newcomer) {
        Analyst analyst = analysts.lock(newcomer.login()).orElseGet(() -> added(newcomer));
        analyst.ownAccount = newcomer.ownAccount();
        return analyst;
    }

    private Analyst added(Newcomer newcomer) {
        Analyst analyst =
                new Analyst(ids.next(), newcomer.login(), newcomer.name(), "", newcomer.roles());
        analysts.add(analyst);
        return analyst;
    }
}
