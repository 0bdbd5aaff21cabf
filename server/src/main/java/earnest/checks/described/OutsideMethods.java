package earnest.checks.described;

import earnest.checks.methods.MoreMethods;

import org.springframework.stereotype.Component;

import java.util.Collection;
import java.util.List;

/** All services that are described, as methods of proof. */
@Component
class OutsideMethods implements MoreMethods {
    private final OutsideServiceRows rows;
    private final OutsideMethod.Parts parts;
    private volatile Made made = new Made(List.of(), List.of());

    private record Made(List<OutsideService> of, List<OutsideMethod> methods) {}

    OutsideMethods(OutsideServiceRows rows, OutsideMethod.Parts parts) {
        this.rows = rows;
        this.parts = parts;
    }

    /** The same ones as long as nothing was described anew. */
    @Override
    public Collection<OutsideMethod> now() {
        List<OutsideService> services = rows.all();
        Made last = made;
        if (last.of != services) {
            last =
                    new Made(
                            services,
                            services.stream().map(one -> new OutsideMethod(one, parts)).toList());
            made = last;
        }
        return last.methods;
    }
}
