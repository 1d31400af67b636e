package app.stalekeys.server.users;

import app.stalekeys.server.platform.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// What a user sees to alone: password, second factor, sessions, tokens.
@RestController
@RequestMapping("/api/session/own")
class OwnController {

  record PasswordChange(String current, String next) {}

  record OwnView(
      boolean asksForCode, List<UsersController.SessionView> sessions, List<TokenView> tokens) {}

  /// @param mayChange whether it may change anything; else it only reads
  /// @param endsOn the last day on which it works
  record TokenView(
      long id,
      String name,
      boolean mayChange,
      Instant createdAt,
      LocalDate endsOn,
      @Nullable Instant usedAt) {}

  record TokenText(String name, boolean mayChange, LocalDate endsOn) {}

  /// @param token shown once
  record MadeToken(String token) {}

  /// @param secret in base 32
  /// @param address for authenticator programs on the same machine
  record CodeOffer(String secret, String address) {}

  record CodeText(String code) {}

  private final UserService users;
  private final OpenSessions sessions;

  OwnController(UserService users, OpenSessions sessions) {
    this.users = users;
    this.sessions = sessions;
  }

  @GetMapping
  OwnView own(Principal who, HttpServletRequest request) {
    long number = OpenSessions.numberOf(request);
    return new OwnView(
        users.byName(who.getName()).orElseThrow().asksForCode(),
        sessions.of(who.getName()).stream().map(one -> UsersController.view(one, number)).toList(),
        users.tokens(who.getName()).stream()
            .map(token ->
                new TokenView(
                    token.id(),
                    token.name(),
                    token.mayChange(),
                    token.createdAt(),
                    token.endsOn(),
                    token.usedAt()))
            .toList());
  }

  @PutMapping("/password")
  void changePassword(
      @RequestBody PasswordChange change, Principal who, HttpServletRequest request) {
    users.changePassword(
        who.getName(), change.current(), change.next(), OpenSessions.numberOf(request));
  }

  @PostMapping("/code")
  CodeOffer offerCode(Principal who) {
    String secret = users.offerCode(who.getName());
    String name = URLEncoder.encode(who.getName(), StandardCharsets.UTF_8);
    return new CodeOffer(
        secret,
        "otpauth://totp/Stale%%20Keys:%s?secret=%s&issuer=Stale%%20Keys".formatted(name, secret));
  }

  @PutMapping("/code")
  void proveCode(@RequestBody CodeText text, Principal who) {
    users.proveCode(who.getName(), text.code);
  }

  @PostMapping("/code/end")
  void endCode(@RequestBody CodeText text, Principal who) {
    users.endCode(who.getName(), text.code);
  }

  @PostMapping("/tokens")
  MadeToken makeToken(@RequestBody TokenText text, Principal who) {
    return new MadeToken(users.makeToken(who.getName(), text.name, text.mayChange, text.endsOn));
  }

  @DeleteMapping("/tokens/{id}")
  void dropToken(@PathVariable long id, Principal who) {
    users.dropToken(who.getName(), id);
  }

  @DeleteMapping("/sessions/{number}")
  void end(@PathVariable long number, Principal who) {
    OpenSessions.Open session = sessions.one(number);
    if (session == null || !session.user().equals(who.getName())) {
      throw Refusal.missing("This session is over already.");
    }
    sessions.end(session);
  }
}
