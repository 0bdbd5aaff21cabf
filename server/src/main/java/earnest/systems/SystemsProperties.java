package earnest.systems;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * {@code earnest.systems}: what whoever runs this machine allows the stewards.
 *
 * @param loopback whether a system may be on this machine itself
 */
@ConfigurationProperties("earnest.systems")
record SystemsProperties(@DefaultValue("false") boolean loopback) {}
