package earnest.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.Arrays;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;

@Entity
@Table(name = "person")
class PeopleRow {
    @Id UUID id;
    String entryUuid;
    String dn;
    String account;
    @Nullable String staffNumber;
    String name;
    @Nullable String given;
    @Nullable String family;
    String foldedGiven;
    String foldedFamily;
    @Nullable String title;
    @Nullable String vessel;
    @Nullable String port;
    @Nullable String speaks;
    @Nullable UUID managerId;
    String memberOf;
    @Nullable Instant goneAt;
    byte[] digest;

    @SuppressWarnings("NullAway.Init")
    protected PeopleRow() {}

    Set<String> groups() {
        return Arrays.stream(memberOf.split("\n"))
                .filter(group -> !group.isEmpty())
                .collect(Collectors.toUnmodifiableSet());
    }

    People.Person person() {
        return new People.Person(
                id,
                name,
                given,
                account,
                dn,
                staffNumber,
                title,
                vessel,
                port,
                speaks,
                managerId,
                groups(),
                goneAt != null);
    }
}
