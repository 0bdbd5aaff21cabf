package earnest.systems.ldap;

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

import earnest.people.ContactKind;
import earnest.people.PeopleSource;
import earnest.people.Telephone;

import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;

/** Reads people from the directory, page by page (RFC 2696). */
@Component
class LdapPeople implements PeopleSource {
    private static final int PAGE = 500;

    /** Changes are asked for from a little before the last time, since clocks differ. */
    private static final int OVERLAP_SECONDS = 30;

    private static final String[] READ = {
        "entryUUID",
        "uid",
        "cn",
        "displayName",
        "givenName",
        "sn",
        "employeeNumber",
        "title",
        "bwVessel",
        "bwPort",
        "preferredLanguage",
        "manager",
        "bwJoined",
        "bwLocker",
        "mobile",
        "telephoneNumber",
        "mail",
        "bwOwnMail"
    };

    private final LdapServers servers;
    private final DirectoryProperties properties;
    private final Telephone telephone;
    private final Clock clock;

    LdapPeople(
            LdapServers servers, DirectoryProperties properties, Telephone telephone, Clock clock) {
        this.servers = servers;
        this.properties = properties;
        this.telephone = telephone;
        this.clock = clock;
    }

    @Override
    public String id() {
        return properties.id();
    }

    @Override
    public String everybody(Consumer<List<Read>> page, Consumer<Odd> odd) throws Away {
        return search(Filter.createPresenceFilter("uid"), page, odd);
    }

    @Override
    public boolean groupsChangedSince(String since) throws Away {
        try {
            return servers.pool(servers.names().getFirst())
                            .search(
                                    properties.groupsBase(),
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
                        Filter.createPresenceFilter("uid"),
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
                    new SearchRequest(properties.peopleBase(), SearchScope.SUB, filter, READ);
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
        String account = required(entry, "uid");
        String family = Objects.requireNonNullElse(entry.getAttributeValue("sn"), account);
        String name = entry.getAttributeValue("displayName");
        return new Read(
                required(entry, "entryUUID"),
                entry.getDN(),
                account,
                name == null
                        ? Objects.requireNonNullElse(entry.getAttributeValue("cn"), family)
                        : name,
                entry.getAttributeValue("givenName"),
                family,
                entry.getAttributeValue("employeeNumber"),
                entry.getAttributeValue("title"),
                entry.getAttributeValue("bwVessel"),
                entry.getAttributeValue("bwPort"),
                entry.getAttributeValue("preferredLanguage"),
                entry.getAttributeValue("manager"),
                entry.getAttributeValue("bwJoined"),
                entry.getAttributeValue("bwLocker"),
                contacts(entry));
    }

    private Map<ContactKind, String> contacts(Entry entry) {
        Map<ContactKind, String> contacts = new EnumMap<>(ContactKind.class);
        number(contacts, ContactKind.WORK_MOBILE, entry.getAttributeValue("mobile"));
        number(contacts, ContactKind.DESK_PHONE, entry.getAttributeValue("telephoneNumber"));
        mailbox(contacts, ContactKind.WORK_MAIL, entry.getAttributeValue("mail"));
        mailbox(contacts, ContactKind.OWN_MAIL, entry.getAttributeValue("bwOwnMail"));
        return contacts;
    }

    private void number(
            Map<ContactKind, String> contacts, ContactKind kind, @Nullable String value) {
        if (value != null) {
            telephone.parse(value).ifPresent(number -> contacts.put(kind, number));
        }
    }

    private static void mailbox(
            Map<ContactKind, String> contacts, ContactKind kind, @Nullable String value) {
        if (value != null && value.contains("@")) {
            contacts.put(kind, value.toLowerCase(Locale.ROOT));
        }
    }

    private static String required(Entry entry, String name) {
        return Objects.requireNonNull(
                entry.getAttributeValue(name), () -> "a person without " + name);
    }

    @Override
    public Map<String, Set<String>> groups() throws Away {
        try {
            SearchResult result =
                    servers.pool(servers.names().getFirst())
                            .search(
                                    properties.groupsBase(),
                                    SearchScope.SUB,
                                    Filter.createEqualityFilter("objectClass", "groupOfNames"),
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
        try {
            Set<String> groups = new HashSet<>();
            for (SearchResultEntry entry :
                    servers.pool(servers.names().getFirst())
                            .search(
                                    properties.groupsBase(),
                                    SearchScope.SUB,
                                    Filter.createANDFilter(
                                            Filter.createEqualityFilter(
                                                    "objectClass", "groupOfNames"),
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
        return new Away(
                "%s does not answer (%s)"
                        .formatted(properties.name(), e.getResultCode().getName()));
    }
}
