package app.stalekeys.server.users;

import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authorization.AuthenticatedAuthorizationManager;
import org.springframework.security.authorization.AuthorityAuthorizationManager;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.csrf.CsrfFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.RequestMatcher;

/// Who gets in: a session cookie after signing in, a token against forged requests on every change,
/// and headers that keep the page to its own scripts. What each part may ask for stands in [AccessTable].
@Configuration
class SecurityConfiguration {

  private static final String POLICY =
      "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:;"
          + " font-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self';"
          + " frame-ancestors 'none'";

  @Bean
  SecurityFilterChain security(
      HttpSecurity http, UserService users, Optional<IdentityProvider> provider) {
    http.authorizeHttpRequests(
            requests -> {
              for (AccessTable.Row row : AccessTable.ROWS) {
                requests.requestMatchers(matcher(row)).access(manager(row));
              }
              requests.requestMatchers("/api/**").denyAll().anyRequest().permitAll();
            })
        .addFilterBefore(new TokenFilter(users), AnonymousAuthenticationFilter.class)
        .csrf(csrf ->
            csrf.csrfTokenRepository(CookieCsrfTokenRepository.withHttpOnlyFalse())
                .spa()
                .requireCsrfProtectionMatcher(request ->
                    CsrfFilter.DEFAULT_CSRF_MATCHER.matches(request) && !TokenFilter.has(request)))
        .exceptionHandling(handling ->
            handling
                .authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED))
                .accessDeniedHandler((request, response, denied) ->
                    TokenFilter.refuse(
                        response,
                        HttpServletResponse.SC_FORBIDDEN,
                        denied instanceof CsrfException
                            ? "The page is out of date. Load it again and repeat what you did."
                            : "Your part in Stale Keys does not include this.")))
        .headers(headers ->
            headers
                .contentSecurityPolicy(policy -> policy.policyDirectives(POLICY))
                .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.NO_REFERRER)))
        .requestCache(cache -> cache.disable())
        .logout(logout -> logout.disable());
    provider.ifPresent(one -> one.addTo(http));
    return http.build();
  }

  private static RequestMatcher matcher(AccessTable.Row row) {
    String pattern = row.pattern().getPatternString();
    return row.method() == null
        ? PathPatternRequestMatcher.pathPattern(pattern)
        : PathPatternRequestMatcher.pathPattern(row.method(), pattern);
  }

  private static AuthorizationManager<RequestAuthorizationContext> manager(AccessTable.Row row) {
    return switch (row.door()) {
      case OPEN -> (who, request) -> new AuthorizationDecision(true);
      case SIGNED_IN -> AuthenticatedAuthorizationManager.authenticated();
      case PARTS ->
          AuthorityAuthorizationManager.hasAnyAuthority(
              row.parts().stream().map(Part::authority).toArray(String[]::new));
    };
  }

  @Bean
  SecurityContextRepository securityContexts() {
    return new HttpSessionSecurityContextRepository();
  }

  /// Argon2id: memory-hard, so that a stolen database does not give its passwords away.
  @Bean
  PasswordEncoder passwordEncoder() {
    return Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8();
  }
}
