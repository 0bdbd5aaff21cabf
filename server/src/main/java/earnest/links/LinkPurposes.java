package earnest.links;

import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** All purposes that are registered. They make links themselves, so they are looked up late. */
@Component
class LinkPurposes {
    private final ObjectProvider<LinkPurpose> registered;

    LinkPurposes(ObjectProvider<LinkPurpose> registered) {
        this.registered = registered;
    }

    private Map<String, LinkPurpose> all() {
        return registered.stream().collect(Collectors.toMap(LinkPurpose::id, Function.identity()));
    }

    /** Empty where its folder was taken away since. */
    Optional<LinkPurpose> purpose(String id) {
        return Optional.ofNullable(all().get(id));
    }
}
