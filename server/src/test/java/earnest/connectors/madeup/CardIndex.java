package earnest.connectors.madeup;

import earnest.connectors.AccountLookup;
import earnest.connectors.AccountRef;
import earnest.connectors.AccountState;
import earnest.connectors.ChangeResult;
import earnest.connectors.Connector;
import earnest.connectors.Operation;
import earnest.connectors.OwnRules;
import earnest.connectors.PeopleSource;
import earnest.connectors.TemporaryUse;
import earnest.connectors.TestResult;
import earnest.connectors.TestStep;
import earnest.core.passwords.Secret;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.function.Predicate;

/** One drawer. Its mark is how often a card was written. */
public final class CardIndex implements Connector {
    /** What stands on a card. */
    private record Card(int written, String password, Instant at) {}

    private static final ConcurrentMap<String, Card> CARDS = new ConcurrentHashMap<>();

    private final String drawer;

    CardIndex(String drawer) {
        this.drawer = drawer;
    }

    /** The password that stands on a card. */
    public static String onCard(String name) {
        return CARDS.get(name).password;
    }

    private static Card card(AccountRef account) {
        return CARDS.computeIfAbsent(account.name(), n -> new Card(1, "", Instant.EPOCH));
    }

    private static AccountState state(Card card) {
        return new AccountState(
                null, false, false, card.at, null, null, null, String.valueOf(card.written));
    }

    @Override
    public List<String> servers() {
        return List.of(drawer);
    }

    @Override
    public List<TestStep> connectionTest(Predicate<String> isSomebodys) {
        return List.of(
                new TestStep("The drawer opens", true, () -> TestResult.good(drawer)),
                new TestStep(
                        "The cards are in order",
                        true,
                        () -> TestResult.failed("some are not", "Put them in order.")),
                new TestStep("May write", false, () -> TestResult.good("with a pen")));
    }

    @Override
    public AccountLookup read(String server, AccountRef account) {
        return new AccountLookup.Found(state(card(account)));
    }

    @Override
    public ChangeResult unlock(AccountRef account, String before) {
        throw new IllegalStateException("what a kind cannot do is never tried");
    }

    @Override
    public ChangeResult setTemporary(AccountRef account, Secret password, String before) {
        return write(account, password, before);
    }

    @Override
    public ChangeResult setOwn(AccountRef account, Secret password, String before) {
        return write(account, password, before);
    }

    @Override
    public ChangeResult replaceUnused(AccountRef account, Secret password, String effect) {
        return write(account, password, effect);
    }

    private static ChangeResult write(AccountRef account, Secret password, String before) {
        Card card = card(account);
        if (!String.valueOf(card.written).equals(before)) {
            return new ChangeResult.Refused("Somebody wrote on the card meanwhile.");
        }
        String written = password.open(String::new);
        CARDS.put(account.name(), new Card(card.written + 1, written, Instant.now()));
        return new ChangeResult.TookEffect();
    }

    @Override
    public boolean shows(Operation operation, AccountState now, String before, Instant asked) {
        return !now.mark().equals(before);
    }

    @Override
    public boolean arrived(Operation operation, AccountState now, String effect) {
        return now.mark().equals(effect);
    }

    @Override
    public TemporaryUse use(AccountState now, String effect) {
        return now.mark().equals(effect) ? TemporaryUse.UNUSED : TemporaryUse.CHANGED_BY_OWNER;
    }

    @Override
    public OwnRules ownRules() {
        return OwnRules.NONE;
    }

    /** The mapping names one person by their number, or a file with everybody. */
    @Override
    public Optional<PeopleSource> people(Map<String, Object> mapping) {
        Object file = mapping.get("file");
        return Optional.of(
                file == null
                        ? new CardPeople(List.of(one(String.valueOf(mapping.get("staffNumber")))))
                        : CardPeople.in(Path.of(file.toString())));
    }

    private static PeopleSource.Read one(String staffNumber) {
        return new PeopleSource.Read(
                "card-" + staffNumber,
                "drawer 1, card " + staffNumber,
                "card" + staffNumber,
                "On A Card",
                null,
                "Card",
                staffNumber,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                Map.of(),
                Map.of());
    }

    @Override
    public void close() {
        // A drawer needs no closing.
    }
}
