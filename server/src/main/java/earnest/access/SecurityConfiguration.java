package earnest.access;

import earnest.ground.ProblemDocument;
import earnest.ground.RequestEdge;
import earnest.ground.SecurityHeaders;

import jakarta.servlet.DispatcherType;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpMethod;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.authentication.session.NullAuthenticatedSessionStrategy;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter.CrossOriginOpenerPolicy;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

import java.util.List;

/** Denied unless allowed: every API call needs a session but those named here. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration implements WebMvcConfigurer {
    static final String NOT_FROM_THIS_PAGE =
            "This did not come from an open page of Earnest. Load the page again.";
    private static final String SIGNED_OUT =
            "You are not signed in any more. Sign in again; nothing is lost.";

    @Bean
    SecurityFilterChain chain(
            HttpSecurity http,
            Sessions sessions,
            Cookies cookies,
            AccessProperties properties,
            PageTokens pageTokens,
            ClientAddress addresses) {
        return http.csrf(
                        csrf ->
                                // The line proves itself by a token of its own, a device by its
                                // key;
                                // neither has a cookie.
                                csrf.spa()
                                        .csrfTokenRepository(pageTokens)
                                        .sessionAuthenticationStrategy(
                                                new NullAuthenticatedSessionStrategy())
                                        .ignoringRequestMatchers(
                                                "/api/line/**",
                                                "/api/machine/**",
                                                "/api/devices/**"))
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .addFilterAfter(new RequestEdge(), HeaderWriterFilter.class)
                .addFilterBefore(new OriginFilter(addresses), CsrfFilter.class)
                .addFilterBefore(
                        new SessionFilter(sessions, cookies), AnonymousAuthenticationFilter.class)
                .headers(
                        headers ->
                                headers.contentSecurityPolicy(
                                                csp ->
                                                        csp.policyDirectives(
                                                                SecurityHeaders
                                                                        .CONTENT_SECURITY_POLICY))
                                        .referrerPolicy(r -> r.policy(ReferrerPolicy.NO_REFERRER))
                                        .crossOriginOpenerPolicy(
                                                c -> c.policy(CrossOriginOpenerPolicy.SAME_ORIGIN))
                                        // Behind a proxy no request looks secure by itself.
                                        .httpStrictTransportSecurity(
                                                h ->
                                                        h.includeSubDomains(false)
                                                                .requestMatcher(
                                                                        request ->
                                                                                properties
                                                                                        .secureCookies())))
                .authorizeHttpRequests(
                        requests ->
                                requests.dispatcherTypeMatchers(
                                                DispatcherType.ASYNC, DispatcherType.ERROR)
                                        .permitAll()
                                        .requestMatchers(
                                                "/api/health",
                                                "/api/demo",
                                                "/api/openapi.json",
                                                "/api/docs",
                                                "/api/line/**",
                                                "/api/own/**",
                                                "/api/machine/**")
                                        .permitAll()
                                        .requestMatchers(
                                                HttpMethod.POST,
                                                "/api/session",
                                                "/api/session/factor",
                                                "/api/session/passkey",
                                                "/api/session/passkey/new",
                                                "/api/welcome",
                                                "/api/links/press",
                                                "/api/links/answer",
                                                "/api/devices/*")
                                        .permitAll()
                                        .requestMatchers(HttpMethod.GET, "/api/session")
                                        .permitAll()
                                        .requestMatchers("/api/**")
                                        .authenticated()
                                        .requestMatchers(HttpMethod.GET, "/**")
                                        .permitAll()
                                        .anyRequest()
                                        .denyAll())
                .exceptionHandling(
                        errors ->
                                errors.authenticationEntryPoint(
                                                (request, response, e) ->
                                                        ProblemDocument.write(
                                                                response,
                                                                401,
                                                                "signed-out",
                                                                SIGNED_OUT))
                                        .accessDeniedHandler(
                                                (request, response, e) ->
                                                        ProblemDocument.write(
                                                                response,
                                                                403,
                                                                "not-from-this-page",
                                                                NOT_FROM_THIS_PAGE)))
                .build();
    }

    /** Addresses that no server should take, refused like all else. */
    @Bean
    RequestRejectedHandler notTaken() {
        // They come no further than the firewall, which stands before whatever sets headers.
        return (request, response, rejected) -> {
            SecurityHeaders.write(response);
            ProblemDocument.write(
                    response,
                    400,
                    "unreadable",
                    "The address holds what no address of Earnest does.");
        };
    }

    /** There are no users but analysts; this keeps a default one from being made. */
    @Bean
    UserDetailsService noOtherUsers() {
        return name -> {
            throw new UsernameNotFoundException("none");
        };
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(new SignedInResolver());
    }

    private static final class SignedInResolver implements HandlerMethodArgumentResolver {
        @Override
        public boolean supportsParameter(MethodParameter parameter) {
            return parameter.getParameterType() == SignedIn.class;
        }

        @Override
        public Object resolveArgument(
                MethodParameter parameter,
                @org.jspecify.annotations.Nullable ModelAndViewContainer container,
                NativeWebRequest request,
                @org.jspecify.annotations.Nullable WebDataBinderFactory binders) {
            var authentication = SecurityContextHolder.getContext().getAuthentication();
            if (authentication != null && authentication.getPrincipal() instanceof SignedIn me) {
                return me;
            }
            throw new IllegalStateException("an authenticated call without a session");
        }
    }
}
