package earnest.connectors.scim;

import earnest.connectors.AccountSource;
import earnest.connectors.PeopleSource;
import earnest.core.json.Json;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** Every user of a service, by its pages (RFC 7644 section 3.4.2.4). */
final class ScimAccounts implements AccountSource {
    private static final int PAGE = 200;

    /** A service that never says it is done is not asked for ever. */
    private static final int MOST_PAGES = 10_000;

    private final ScimClient client;
    private final ScimSettings settings;
    private final String name;

    ScimAccounts(ScimClient client, ScimSettings settings, String name) {
        this.client = client;
        this.settings = settings;
        this.name = name;
    }

    @Override
    public void everything(Consumer<List<Read>> page) throws PeopleSource.Away {
        long start = 1;
        for (int i = 0; i < MOST_PAGES; i++) {
            ScimClient.Answer answer = ask(start);
            List<Object> resources = Json.list(answer.body().get("Resources"));
            List<Read> read = new ArrayList<>();
            for (Object one : resources == null ? List.of() : resources) {
                if (Json.object(one) instanceof Map<String, Object> values) {
                    Read account = new ScimUser(values, settings).read();
                    if (account != null) {
                        read.add(account);
                    }
                }
            }
            page.accept(read);
            int here = resources == null ? 0 : resources.size();
            start += here;
            if (here == 0
                    || !(answer.body().get("totalResults") instanceof Long total)
                    || start > total) {
                return;
            }
        }
    }

    private ScimClient.Answer ask(long start) throws PeopleSource.Away {
        try {
            ScimClient.Answer answer =
                    client.get(
                            "/Users?startIndex=%d&count=%d&attributes=userName,emails"
                                    .formatted(start, PAGE));
            if (answer.status() == ScimConnector.OK) {
                return answer;
            }
            throw new PeopleSource.Away(
                    answer.status() == 401 || answer.status() == 403
                            ? name + " does not let Earnest list its accounts"
                            : name
                                    + " does not list its accounts (it answers "
                                    + answer.status()
                                    + ")");
        } catch (ScimClient.NotReached | ScimClient.NoAnswer e) {
            throw new PeopleSource.Away(name + " does not answer");
        }
    }
}
