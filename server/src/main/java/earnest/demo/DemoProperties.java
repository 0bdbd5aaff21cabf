package earnest.demo;

import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.properties.ConfigurationProperties;

import java.nio.file.Path;

/**
 * {@code earnest.demo}; all of it off by default.
 *
 * @param folder where the demo's files are
 * @param signInPassword of the demo's analysts, shown on the sign-in page
 * @param standinsUrl where the switchboard and the pockets are
 */
@ConfigurationProperties("earnest.demo")
record DemoProperties(
        boolean enabled,
        @Nullable Path folder,
        @Nullable String signInPassword,
        @Nullable String standinsUrl) {
    @Override
    public String toString() {
        return "demo " + (enabled ? "on" : "off");
    }
}
