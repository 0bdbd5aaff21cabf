package earnest.checks;

import earnest.checks.methods.ProofMethod;

import org.springframework.stereotype.Component;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** All methods that are registered, by their ids. Thread-safe. */
@Component
class ProofMethods {
    private final Map<String, ProofMethod> methods = new TreeMap<>();

    ProofMethods(List<ProofMethod> registered) {
        for (ProofMethod method : registered) {
            if (methods.put(method.id(), method) != null) {
                throw new IllegalStateException("two methods of proof are called " + method.id());
            }
        }
    }

    Collection<ProofMethod> all() {
        return methods.values();
    }

    /** The method of a check; empty where its folder was taken away since. */
    Optional<ProofMethod> of(ProofCheck check) {
        return Optional.ofNullable(methods.get(check.method));
    }

    /** The method of a check that is under way. */
    ProofMethod must(ProofCheck check) {
        return of(check)
                .orElseThrow(
                        () -> new IllegalStateException("no method is called " + check.method));
    }
}
