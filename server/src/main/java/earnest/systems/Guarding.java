package earnest.systems;

import earnest.connectors.AddressGuard;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Where what is set up by stewards may be: systems, and services that they describe. */
@Configuration(proxyBeanMethods = false)
class Guarding {
    @Bean
    AddressGuard addressGuard(SystemsProperties properties) {
        return new AddressGuard(properties.loopback());
    }
}
