package app.stalekeys.server.users;

import app.stalekeys.server.journal.Journal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.security.oauth2.client.registration.InMemoryClientRegistrationRepository;
import org.springframework.security.oauth2.client.registration.SupplierClientRegistrationRepository;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.stereotype.Component;

/// Signing in with OpenID Connect, where an issuer is configured. Whoever the provider vouches for must be a user
/// here already, known by the same mail address: a provider lets nobody in who was not meant to be.
///
/// The provider sends the browser back to a page of ours, which goes on by itself: the session's cookie is strict,
/// and a browser does not send a strict cookie along when another site leads to ours.
@Component
@ConditionalOnProperty("stalekeys.oidc.issuer")
class IdentityProvider {

  private static final String ID = "provider";

  /// Where a browser goes to sign in.
  static final String BEGIN = "/oauth2/authorization/" + ID;

  private final String name;
  private final ClientRegistrationRepository registrations;
  private final UserService users;
  private final Entrance entrance;
  private final Journal journal;

  IdentityProvider(
      @Value("${stalekeys.oidc.issuer}") String issuer,
      @Value("${stalekeys.oidc.client-id}") String clientId,
      @Value("${stalekeys.oidc.client-secret}") String clientSecret,
      @Value("${stalekeys.oidc.name:your organisation's sign-in}") String name,
      UserService users,
      Entrance entrance,
      Journal journal) {
    this.name = name;
    this.users = users;
    this.entrance = entrance;
    this.journal = journal;
    // Asked when first needed: Stale Keys starts when the provider is down.
    this.registrations =
        new SupplierClientRegistrationRepository(() -> {
          ClientRegistration registration =
              ClientRegistrations.fromIssuerLocation(issuer)
                  .registrationId(ID)
                  .clientId(clientId)
                  .clientSecret(clientSecret)
                  .scope("openid", "email", "profile")
                  .redirectUri("{baseUrl}/back-from-provider")
                  .build();
          return new InMemoryClientRegistrationRepository(registration);
        });
  }

  String name() {
    return name;
  }

  void addTo(HttpSecurity http) {
    http.oauth2Login(login ->
        login
            .clientRegistrationRepository(registrations)
            .loginPage("/sign-in")
            .successHandler(this::recognised)
            .failureHandler(
                (request, response, failure) -> response.sendRedirect("/sign-in?provider=failed")));
  }

  private void recognised(
      HttpServletRequest request, HttpServletResponse response, Authentication vouched)
      throws IOException {
    Optional<UserAccount> user =
        vouched.getPrincipal() instanceof OidcUser oidc ? user(oidc) : Optional.empty();
    if (user.isEmpty()) {
      HttpSession session = request.getSession(false);
      if (session != null) {
        session.invalidate();
      }
      journal.write(
          "stale-keys",
          "session",
          "turned away %s, vouched for by %s but no user here".formatted(vouched.getName(), name));
      response.sendRedirect("/sign-in?provider=unknown");
      return;
    }
    entrance.let(user.get(), "by " + name, request, response);
    response.sendRedirect("/");
  }

  /// An address that the provider itself has not verified proves nothing.
  private Optional<UserAccount> user(OidcUser vouched) {
    String email = vouched.getEmail();
    return email == null || Boolean.FALSE.equals(vouched.getEmailVerified())
        ? Optional.empty()
        : users.byMail(email);
  }
}
