package earnest.connectors.ldap;

import com.unboundid.asn1.ASN1OctetString;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.Filter;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionPool;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.LDAPSearchException;
import com.unboundid.ldap.sdk.SearchRequest;
import com.unboundid.ldap.sdk.SearchResult;
import com.unboundid.ldap.sdk.SearchResultEntry;
import com.unboundid.ldap.sdk.SearchScope;
import com.unboundid.ldap.sdk.controls.SimplePagedResultsControl;

import earnest.connectors.PeopleSource;

import org.jspecify.annotations.Nullable;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;

/** Reads people from the directory, page by page (RFC 2696). */
class LdapPeople implements PeopleSource {
    private static final int PAGE = 500;

    /** Changes are asked for from a little before the last time, since clocks differ. */
    private static final int OVERLAP_SECONDS = 30;

    private final LdapServers servers;
    private final String name;
    private final LdapMapping mapping;
    private final Clock clock;

    LdapPeople(LdapServers servers, String name, LdapMapping mapping, Clock clock) {
        this.servers = servers;
        this.name = name;
        this.mapping = mapping;
        this.clock = clock;
    }

    @Override
    public String everybody(Consumer<List<Read>> page, Consumer<Odd> odd) throws Away {
        return search(Filter.createPresenceFilter(mapping.account()), page, odd);
    }

    @Override
    public boolean groupsChangedSince(String since) throws Away {
        String base = mapping.groupsBase();
        if (base == null) {
            return false;
        }
        try {
            return servers.pool(servers.names().getFirst())
                            .search(
                                    base,
                                    SearchScope.SUB,
                                    Filter.createGreaterOrEqualFilter("modifyTimestamp", since),
                                    "1.1")
                            .getEntryCount()
                    > 0;
        } catch (LDAPSearchException e) {
            throw away(e);
        }
    }

    @Override
    public String changedSince(String since, Consumer<List<Read>> page, Consumer<Odd> odd)
            throws Away {
        return search(
                Filter.createANDFilter(
                        Filter.createPresenceFilter(mapping.account()),
                        Filter.createGreaterOrEqualFilter("modifyTimestamp", since)),
                page,
                odd);
    }

    private String search(Filter filter, Consumer<List<Read>> page, Consumer<Odd> odd) throws Away {
        Instant begun = clock.instant();
        LDAPConnectionPool pool = servers.pool(servers.names().getFirst());
        LDAPConnection connection = null;
        try {
            connection = pool.getConnection();
            pages(connection, filter, page, odd);
            pool.releaseConnection(connection);
            return LdapTime.write(begun.minusSeconds(OVERLAP_SECONDS));
        } catch (LDAPException e) {
            if (connection != null) {
                pool.releaseDefunctConnection(connection);
            }
            throw away(e);
        }
    }

    private void pages(
            LDAPConnection connection, Filter filter, Consumer<List<Read>> page, Consumer<Odd> odd)
            throws LDAPException {
        ASN1OctetString cookie = null;
        do {
            SearchRequest request =
                    new SearchRequest(
                            mapping.peopleBase(), SearchScope.SUB, filter, mapping.attributes());
            request.addControl(new SimplePagedResultsControl(PAGE, cookie));
            SearchResult result = connection.search(request);
            List<Read> people = new ArrayList<>();
            for (SearchResultEntry entry : result.getSearchEntries()) {
                try {
                    people.add(read(entry));
                } catch (RuntimeException unreadable) {
                    odd.accept(
                            new Odd(
                                    entry.getAttributeValue("entryUUID"),
                                    entry.getDN(),
                                    "it lacks what every person has"));
                }
            }
            if (!people.isEmpty()) {
                page.accept(people);
            }
            SimplePagedResultsControl next = SimplePagedResultsControl.get(result);
            cookie = next != null && next.moreResultsToReturn() ? next.getCookie() : null;
        } while (cookie != null);
    }

    private Read read(Entry entry) {
        String account = required(entry, mapping.account());
        String family = Objects.requireNonNullElse(value(entry, mapping.family()), account);
        return new Read(
                required(entry, "entryUUID"),
                entry.getDN(),
                account,
                mapping.names().stream()
                        .map(entry::getAttributeValue)
                        .filter(Objects::nonNull)
                        .findFirst()
                        .orElse(family),
                value(entry, mapping.given()),
                family,
                value(entry, mapping.staffNumber()),
                value(entry, mapping.title()),
                value(entry, mapping.vessel()),
                value(entry, mapping.port()),
                value(entry, mapping.speaks()),
                value(entry, mapping.manager()),
                value(entry, mapping.deputy()),
                time(entry, mapping.awayUntil()),
                values(entry, mapping.facts()),
                values(entry, mapping.contacts()));
    }

    private static @Nullable String value(Entry entry, @Nullable String attribute) {
        return attribute == null ? null : entry.getAttributeValue(attribute);
    }

    private static @Nullable Instant time(Entry entry, @Nullable String attribute) {
        return LdapTime.parse(value(entry, attribute));
    }

    private static Map<String, String> values(Entry entry, Map<String, String> attributes) {
        Map<String, String> values = new HashMap<>();
        attributes.forEach(
                (kind, attribute) -> {
                    String value = entry.getAttributeValue(attribute);
                    if (value != null) {
                        values.put(kind, value);
                    }
                });
        return values;
    }

    private static String required(Entry entry, String name) {
        return Objects.requireNonNull(
                entry.getAttributeValue(name), () -> "a person without " + name);
    }

    @Override
    public Map<String, Set<String>> groups() throws Away {
        String base = mapping.groupsBase();
        if (base == null) {
            return Map.of();
        }
        try {
            SearchResult result =
                    servers.pool(servers.names().getFirst())
                            .search(
                                    base,
                                    SearchScope.SUB,
                                    Filter.createEqualityFilter(
                                            "objectClass", mapping.groupClass()),
                                    "cn",
                                    "member");
            Map<String, Set<String>> groups = new HashMap<>();
            for (SearchResultEntry entry : result.getSearchEntries()) {
                Set<String> members = new HashSet<>();
                for (String dn : entry.getAttributeValues("member")) {
                    members.add(dn.toLowerCase(Locale.ROOT));
                }
                groups.put(required(entry, "cn"), members);
            }
            return groups;
        } catch (LDAPSearchException e) {
            throw away(e);
        }
    }

    @Override
    public Set<String> groupsOf(String dn) throws Away {
        String base = mapping.groupsBase();
        if (base == null) {
            return Set.of();
        }
        try {
            Set<String> groups = new HashSet<>();
            for (SearchResultEntry entry :
                    servers.pool(servers.names().getFirst())
                            .search(
                                    base,
                                    SearchScope.SUB,
                                    Filter.createANDFilter(
                                            Filter.createEqualityFilter(
                                                    "objectClass", mapping.groupClass()),
                                            Filter.createEqualityFilter("member", dn)),
                                    "cn")
                            .getSearchEntries()) {
                groups.add(required(entry, "cn"));
            }
            return groups;
        } catch (LDAPSearchException e) {
            throw away(e);
        }
    }

    private Away away(LDAPException e) {
        return new Away("%s does not answer (%s)".formatted(name, e.getResultCode().getName()));
    }
}
