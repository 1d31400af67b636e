package app.stalekeys.server.users;

import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.security.Principal;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
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

  /// Who is signed in; names are null when nobody is.
  ///
  /// @param parts words of the parts
  /// @param codeNeeded whether name and password are right and a code is asked for
  /// @param provider the name of the identity provider that may be used instead; null without one
  record Session(
      @Nullable String name,
      @Nullable String displayName,
      List<String> parts,
      boolean codeNeeded,
      @Nullable String provider) {}

  /// @param code of the second factor; may be missing
  record SignIn(String name, String password, @Nullable String code) {}

  /// @param secret the end of the address that the invitation names
  record Welcome(String secret, @Nullable String password) {}

  /// Whom an invitation is for.
  record Welcomed(String name, String displayName) {}

  private final UserService users;
  private final SignInThrottle throttle;
  private final Entrance entrance;
  private final Optional<IdentityProvider> provider;
  private final Journal journal;

  SessionController(
      UserService users,
      SignInThrottle throttle,
      Entrance entrance,
      Optional<IdentityProvider> provider,
      Journal journal) {
    this.users = users;
    this.throttle = throttle;
    this.entrance = entrance;
    this.provider = provider;
    this.journal = journal;
  }

  /// Also hands out the token that changes need, hence the parameter.
  @GetMapping
  Session current(@Nullable Principal principal, CsrfToken token) {
    token.getToken();
    return principal == null ? stranger(false) : session(principal.getName());
  }

  private Session stranger(boolean codeNeeded) {
    return new Session(
        null, null, List.of(), codeNeeded, provider.map(IdentityProvider::name).orElse(null));
  }

  private Session session(String name) {
    UserAccount user = users.byName(name).orElseThrow();
    return new Session(
        name,
        user.displayName(),
        user.parts().stream().map(Part::word).toList(),
        false,
        provider.map(IdentityProvider::name).orElse(null));
  }

  @PostMapping
  Session signIn(
      @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
    Duration wait = throttle.wait(signIn.name());
    if (!wait.isZero()) {
      throw tooMany(wait);
    }
    String code = Objects.requireNonNullElse(signIn.code(), "");
    switch (users.check(signIn.name(), signIn.password(), code)) {
      case IN -> {
        throttle.succeeded(signIn.name());
        entrance.let(
            users.byName(signIn.name()).orElseThrow(),
            code.isEmpty() ? "with a password" : "with a password and a code",
            request,
            response);
        return session(signIn.name());
      }
      case CODE_NEEDED -> {
        return stranger(true);
      }
      case LOCKED -> {
        throttle.failed(signIn.name());
        throw tooMany(UserService.LOCKED_FOR);
      }
      case WRONG -> {
        throttle.failed(signIn.name());
        throw Refusal.unusable(
            code.isEmpty()
                ? "Name or password is not right."
                : "Name, password or code is not right.");
      }
    }
    throw new IllegalStateException("every answer returns or throws");
  }

  private static Refusal tooMany(Duration wait) {
    return Refusal.unusable(
        "Too many tries for this name. Wait %d seconds and try again."
            .formatted(wait.toSeconds() + 1));
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

  /// Says whom an invitation is for.
  @PostMapping("/welcome")
  Welcomed welcome(@RequestBody Welcome welcome) {
    UserAccount invited = users.invited(welcome.secret());
    return new Welcomed(invited.name(), invited.displayName());
  }

  @PutMapping("/welcome")
  void accept(@RequestBody Welcome welcome) {
    users.accept(welcome.secret(), Objects.requireNonNullElse(welcome.password(), ""));
  }
}
