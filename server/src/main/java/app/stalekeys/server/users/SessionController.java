package app.stalekeys.server.users;

import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.security.Principal;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Signing in to Stale Keys and out of it.
@RestController
@RequestMapping("/api/session")
class SessionController {

  /// Who is signed in; both null when nobody is.
  record Session(@Nullable String name, @Nullable String displayName) {}

  record SignIn(String name, String password) {}

  record PasswordChange(String current, String next) {}

  private final UserService users;
  private final SignInThrottle throttle;
  private final AuthenticationManager authentication;
  private final SecurityContextRepository contexts;
  private final Journal journal;

  SessionController(
      UserService users,
      SignInThrottle throttle,
      AuthenticationManager authentication,
      SecurityContextRepository contexts,
      Journal journal) {
    this.users = users;
    this.throttle = throttle;
    this.authentication = authentication;
    this.contexts = contexts;
    this.journal = journal;
  }

  /// Also hands out the token that changes need, hence the parameter.
  @GetMapping
  Session current(@Nullable Principal principal, CsrfToken token) {
    token.getToken();
    return principal == null ? new Session(null, null) : session(principal.getName());
  }

  private Session session(String name) {
    return new Session(name, users.displayName(name).orElse(name));
  }

  @PostMapping
  Session signIn(
      @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
    Duration wait = throttle.wait(signIn.name());
    if (!wait.isZero()) {
      throw Refusal.unusable(
          "Too many tries for this name. Wait %d seconds and try again."
              .formatted(wait.toSeconds() + 1));
    }
    Authentication known;
    try {
      known =
          authentication.authenticate(
              UsernamePasswordAuthenticationToken.unauthenticated(
                  signIn.name(), signIn.password()));
    } catch (AuthenticationException wrong) {
      throttle.failed(signIn.name());
      throw Refusal.unusable("Name or password is not right.");
    }
    throttle.succeeded(signIn.name());
    request.getSession(true);
    request.changeSessionId();
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(known);
    contexts.saveContext(context, request, response);
    journal.write(signIn.name(), "session", "signed in");
    return session(signIn.name());
  }

  @DeleteMapping
  void signOut(@Nullable Principal principal, HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    if (session != null) {
      session.invalidate();
    }
    if (principal != null) {
      journal.write(principal.getName(), "session", "signed out");
    }
  }

  @PutMapping("/password")
  void changePassword(@RequestBody PasswordChange change, Principal principal) {
    users.changePassword(principal.getName(), change.current(), change.next());
  }
}
