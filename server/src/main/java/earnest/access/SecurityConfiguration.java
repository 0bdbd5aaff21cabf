package earnest.access;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletResponse;

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
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

import java.io.IOException;
import java.util.List;

/** Denied unless allowed: every API call needs a session but those named here. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration implements WebMvcConfigurer {
    private static final String CONTENT_SECURITY_POLICY =
            "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; font-src"
                + " 'self'; img-src 'self' data:; connect-src 'self'; base-uri 'none'; form-action"
                + " 'self'; frame-ancestors 'none'";

    @Bean
    SecurityFilterChain chain(HttpSecurity http, SignIn signIn, CsrfTokenRepository pageTokens) {
        return http.csrf(
                        csrf ->
                                // The line proves itself by a token of its own and has no cookie.
                                csrf.spa()
                                        .csrfTokenRepository(pageTokens)
                                        .sessionAuthenticationStrategy(
                                                new NullAuthenticatedSessionStrategy())
                                        .ignoringRequestMatchers("/api/line/**"))
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .addFilterBefore(new SessionFilter(signIn), AnonymousAuthenticationFilter.class)
                .headers(
                        headers ->
                                headers.contentSecurityPolicy(
                                                csp ->
                                                        csp.policyDirectives(
                                                                CONTENT_SECURITY_POLICY))
                                        .referrerPolicy(r -> r.policy(ReferrerPolicy.NO_REFERRER)))
                .authorizeHttpRequests(
                        requests ->
                                requests.dispatcherTypeMatchers(
                                                DispatcherType.ASYNC, DispatcherType.ERROR)
                                        .permitAll()
                                        .requestMatchers(
                                                "/api/health",
                                                "/api/demo",
                                                "/api/openapi.json",
                                                "/api/line/**")
                                        .permitAll()
                                        .requestMatchers(HttpMethod.POST, "/api/session")
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
                                                        write(
                                                                response,
                                                                401,
                                                                "signed-out",
                                                                "You are not signed in any more."
                                                                    + " Sign in again; nothing is"
                                                                    + " lost."))
                                        .accessDeniedHandler(
                                                (request, response, e) ->
                                                        write(
                                                                response,
                                                                403,
                                                                "not-from-this-page",
                                                                "This did not come from an open"
                                                                    + " page of Earnest. Load the"
                                                                    + " page again.")))
                .build();
    }

    /**
     * The token by which a page shows that it is ours. Signing in changes it, and nothing else: by
     * itself each request would, since each proves its session anew, and what a page sends while
     * another answer comes in would be refused.
     */
    @Bean
    CsrfTokenRepository pageTokens(AccessProperties properties) {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(
                cookie -> cookie.sameSite("Strict").secure(properties.secureCookies()));
        return tokens;
    }

    /** There are no users but analysts; this keeps a default one from being made. */
    @Bean
    UserDetailsService noOtherUsers() {
        return name -> {
            throw new UsernameNotFoundException("none");
        };
    }

    private static void write(HttpServletResponse response, int status, String type, String words)
            throws IOException {
        response.setStatus(status);
        response.setContentType("application/problem+json");
        response.setCharacterEncoding("UTF-8");
        response.getWriter()
                .write(
                        "{\"type\":\"urn:earnest:problem:%s\",\"title\":\"%s\",\"status\":%d,\"detail\":\"%s\"}"
                                .formatted(type, type, status, words));
    }

    static {
        // Who is signed in comes from the session, never from what is sent.
        org.springdoc.core.utils.SpringDocUtils.getConfig()
                .addRequestWrapperToIgnore(SignedIn.class);
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
