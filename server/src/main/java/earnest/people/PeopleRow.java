package earnest.people;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

import org.jspecify.annotations.Nullable;

import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "person")
class PeopleRow {
    @Id UUID id;

    /** From which their name, contacts and facts come. */
    String source;

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
    @Nullable UUID deputyId;
    @Nullable Instant deputySince;
    @Nullable Instant awayUntil;
    @Nullable Instant goneAt;

    /** What they say themselves; whoever copies a directory must not write it back as it was. */
    @Column(updatable = false)
    @Nullable String spokenWith;

    @Column(updatable = false)
    @Nullable String wishedLanguage;

    @Column(updatable = false)
    boolean toldOfProofs;

    @Column(updatable = false)
    boolean notInvited;

    @SuppressWarnings("NullAway.Init")
    protected PeopleRow() {}

    People.Person person() {
        return new People.Person(
                id,
                name,
                given,
                account,
                staffNumber,
                title,
                vessel,
                port,
                speaks,
                managerId,
                deputyId,
                deputySince,
                awayUntil,
                new Wishes(
                        spokenWith == null ? null : SpokenWith.of(spokenWith).orElse(null),
                        wishedLanguage),
                new News(toldOfProofs, !notInvited),
                goneAt != null);
    }
}
