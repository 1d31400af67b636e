package app.stalekeys.server.platform;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;

/// Who gets in: a session cookie after signing in, a token against forged requests on every change,
/// and headers that keep the page to its own scripts. Only the page's files and the sign-in are open.
@Configuration
class SecurityConfiguration {

  private static final String POLICY =
      "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:;"
          + " font-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self';"
          + " frame-ancestors 'none'";

  @Bean
  SecurityFilterChain security(HttpSecurity http) {
    return http.authorizeHttpRequests(requests ->
            requests
                .requestMatchers("/api/session")
                .permitAll()
                .requestMatchers("/api/**")
                .hasRole("LEAD")
                .anyRequest()
                .permitAll())
        .csrf(csrf -> csrf.csrfTokenRepository(CookieCsrfTokenRepository.withHttpOnlyFalse()).spa())
        .exceptionHandling(handling ->
            handling.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
        .headers(headers ->
            headers
                .contentSecurityPolicy(policy -> policy.policyDirectives(POLICY))
                .referrerPolicy(referrer ->
                    referrer.policy(
                        org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter
                            .ReferrerPolicy.NO_REFERRER)))
        .requestCache(cache -> cache.disable())
        .logout(logout -> logout.disable())
        .build();
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

  @Bean
  AuthenticationManager authenticationManager(UserDetailsService users, PasswordEncoder encoder) {
    DaoAuthenticationProvider provider = new DaoAuthenticationProvider(users);
    provider.setPasswordEncoder(encoder);
    return new ProviderManager(provider);
  }
}
