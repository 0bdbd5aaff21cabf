package earnest.checks.methods.tap;

import earnest.people.People;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.stereotype.Component;

import java.net.URI;
import java.util.Optional;
import java.util.UUID;

/** A service outside that asks people on a device of theirs, and for whom it does. */
@Component
class OutsideTap {
    /**
     * {@code earnest.outside-tap}; none unless an issuer is given.
     *
     * @param issuer of an OpenID provider with backchannel authentication, in poll mode
     * @param clientSecret with which Earnest asks it (client_secret_basic)
     * @param name what people call it
     * @param group of the directory, whose people it knows
     */
    @ConfigurationProperties("earnest.outside-tap")
    record Place(
            @Nullable URI issuer,
            @Nullable String clientId,
            @Nullable String clientSecret,
            @Nullable String name,
            @Nullable String group) {
        @Override
        public String toString() {
            return String.valueOf(issuer);
        }
    }

    /** A place with all that it needs. */
    record Provider(URI issuer, String clientId, String clientSecret, String name, String group) {
        @Override
        public String toString() {
            return name;
        }
    }

    private final @Nullable Provider provider;
    private final People people;

    OutsideTap(Place place, People people) {
        this.people = people;
        this.provider = provider(place);
    }

    private static @Nullable Provider provider(Place place) {
        URI issuer = place.issuer;
        if (issuer == null) {
            return null;
        }
        String id = place.clientId;
        String secret = place.clientSecret;
        String group = place.group;
        if (id == null || secret == null || group == null) {
            throw new IllegalStateException(
                    "earnest.outside-tap needs a client-id, a client-secret and a group");
        }
        return new Provider(
                issuer, id, secret, place.name == null ? "the outside service" : place.name, group);
    }

    /** The one that knows a person. */
    Optional<Provider> of(UUID person) {
        return Optional.ofNullable(provider)
                .filter(one -> people.groups(person).contains(one.group));
    }

    Optional<Provider> any() {
        return Optional.ofNullable(provider);
    }
}
