package earnest.checks;

import earnest.checks.methods.MoreMethods;
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
    private final List<MoreMethods> more;

    ProofMethods(List<ProofMethod> registered, List<MoreMethods> more) {
        this.more = more;
        for (ProofMethod method : registered) {
            if (methods.put(method.id(), method) != null) {
                throw new IllegalStateException("two methods of proof are called " + method.id());
            }
        }
    }

    Collection<ProofMethod> all() {
        Map<String, ProofMethod> all = null;
        for (MoreMethods some : more) {
            for (ProofMethod one : some.now()) {
                if (all == null) {
                    all = new TreeMap<>(methods);
                }
                all.putIfAbsent(one.id(), one);
            }
        }
        return all == null ? methods.values() : all.values();
    }

    /** The method of a check; empty where its folder was taken away since. */
    Optional<ProofMethod> of(ProofCheck check) {
        ProofMethod known = methods.get(check.method);
        return known != null
                ? Optional.of(known)
                : all().stream().filter(one -> one.id().equals(check.method)).findFirst();
    }

    /** What a check is called, with its contact masked. */
    String label(ProofCheck check) {
        return of(check).map(method -> method.label(check)).orElse("a proof");
    }

    /** The method of a check that is under way. */
    ProofMethod must(ProofCheck check) {
        return of(check)
                .orElseThrow(
                        () -> new IllegalStateException("no method is called " + check.method));
    }
}
