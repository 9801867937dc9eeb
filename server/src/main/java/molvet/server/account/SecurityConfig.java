package molvet.server.account;

import molvet.server.platform.ProblemAnswers;
import molvet.server.platform.Problems;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;

/** Who may call what, and the headers every answer carries. */
@Configuration
class SecurityConfig {
    static final String POLICY = "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; "
            + "img-src 'self' blob: data:; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; "
            + "frame-ancestors 'none'";

    @Bean
    SecurityFilterChain chain(
            HttpSecurity http, CookieCsrfTokenRepository tokens, ProblemAnswers answers, AccessLog log)
            throws Exception {
        return http.csrf(c -> c.spa()
                        .csrfTokenRepository(tokens)
                        // Only JSON is taken there, which no foreign page can send without asking first.
                        .ignoringRequestMatchers(r -> r.getMethod().equals("POST")
                                && (r.getRequestURI().equals("/api/session")
                                        || r.getRequestURI().equals("/api/collectors"))))
                .authorizeHttpRequests(a -> a.requestMatchers(
                                HttpMethod.GET, "/api/session", "/api/health", "/api/ready", "/api/openapi.json")
                        .permitAll()
                        // Answered for by the secret word in its address.
                        .requestMatchers(HttpMethod.GET, "/api/calendar/*", "/api/shared/*")
                        .permitAll()
                        .requestMatchers(HttpMethod.POST, "/api/session", "/api/collectors")
                        .permitAll()
                        .requestMatchers("/api/**")
                        .authenticated()
                        .anyRequest()
                        .permitAll())
                .securityContext(c -> c.securityContextRepository(contexts()))
                .exceptionHandling(e -> e.authenticationEntryPoint((request, response, why) -> answers.write(
                                response,
                                Problems.of(
                                        HttpStatus.UNAUTHORIZED,
                                        "signed-out",
                                        "Signed out",
                                        "You are signed out. Sign in again; what you typed is kept.")))
                        .accessDeniedHandler((request, response, why) -> {
                            log.notLetIn("a change came without its token", request);
                            answers.write(
                                    response,
                                    Problems.of(
                                            HttpStatus.FORBIDDEN,
                                            "not-allowed",
                                            "Not allowed",
                                            "The token that goes with every change is missing or old. Nothing was saved; load the page again."));
                        }))
                .requestCache(c -> c.disable())
                .formLogin(f -> f.disable())
                .httpBasic(b -> b.disable())
                .logout(l -> l.disable())
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(POLICY))
                        .referrerPolicy(r -> r.policy(ReferrerPolicy.SAME_ORIGIN))
                        .permissionsPolicyHeader(p -> p.policy("camera=(self), microphone=(), geolocation=()"))
                        .crossOriginOpenerPolicy(c -> c.policy(
                                org.springframework.security.web.header.writers.CrossOriginOpenerPolicyHeaderWriter
                                        .CrossOriginOpenerPolicy.SAME_ORIGIN)))
                .build();
    }

    @Bean
    CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookiePath("/");
        return tokens;
    }

    @Bean
    SecurityContextRepository contexts() {
        return new HttpSessionSecurityContextRepository();
    }

    /** When a session was last used is known to the minute: a request that changes nothing else then writes nothing to the disk. */
    @Bean
    SessionRepositoryCustomizer<JdbcIndexedSessionRepository> sessionsToTheMinute() {
        return sessions -> sessions.setUpdateSessionQuery("""
                update %TABLE_NAME% set SESSION_ID = ?, LAST_ACCESS_TIME = ? div 60000 * 60000, MAX_INACTIVE_INTERVAL = ?,
                       EXPIRY_TIME = ? div 60000 * 60000, PRINCIPAL_NAME = ?
                where PRIMARY_ID = ?
                """);
    }

    @Bean
    static BeanPostProcessor sessionsOfRequests() {
        return new BeanPostProcessor() {
            @Override
            public Object postProcessAfterInitialization(Object bean, String name) {
                return bean instanceof JdbcIndexedSessionRepository kept ? RequestSessions.of(kept) : bean;
            }
        };
    }

    /** bcrypt at cost 11: about a tenth of a second on a small machine. */
    @Bean
    PasswordEncoder passwords(@Value("${molvet.password-cost:11}") int cost) {
        return new BCryptPasswordEncoder(cost);
    }
}
