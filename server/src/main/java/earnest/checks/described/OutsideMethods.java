package earnest.checks.described;

import earnest.checks.methods.MoreMethods;

import org.springframework.stereotype.Component;

import java.util.Collection;
import java.util.List;

/** All services that may be asked, as methods of proof. */
@Component
class OutsideMethods implements MoreMethods {
    private final OutsideServiceRows rows;
    private final OutsideMethod.Parts parts;
    private volatile Made made = new Made(List.of(), List.of());

    private record Made(List<OutsideServiceRows.Described> of, List<OutsideMethod> methods) {}

    OutsideMethods(OutsideServiceRows rows, OutsideMethod.Parts parts) {
        this.rows = rows;
        this.parts = parts;
    }

    /** The same ones as long as nothing was described anew. */
    @Override
    public Collection<OutsideMethod> now() {
        List<OutsideServiceRows.Described> services = rows.all();
        Made last = made;
        if (last.of != services) {
            last =
                    new Made(
                            services,
                            services.stream()
                                    .filter(OutsideServiceRows.Described::agreed)
                                    .map(one -> new OutsideMethod(one.service(), parts))
                                    .toList());
            made = last;
        }
        return last.methods;
    }
}
