package app.stalekeys.server.users;

import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
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

/// Who may sign in here, as what, and who is in at the moment.
@RestController
@RequestMapping("/api/users")
class UsersController {

  /// @param invitedUntil until when the address to choose a password works; null when none is open
  /// @param hasPassword whether a password was chosen yet
  record UserView(
      long id,
      String name,
      String displayName,
      String email,
      String person,
      List<String> parts,
      List<String> applications,
      boolean active,
      boolean locked,
      boolean hasPassword,
      boolean asksForCode,
      @Nullable Instant invitedUntil,
      Instant createdAt,
      int sessions,
      int version) {}

  record UserText(
      String name,
      String displayName,
      String email,
      String person,
      List<String> parts,
      List<String> applications,
      boolean active,
      int version) {

    UserService.Described described() {
      return new UserService.Described(name, displayName, email, person, parts, applications);
    }
  }

  /// @param welcome what the address of the page to choose a password ends with
  record Invited(long id, String welcome) {}

  /// @param own whether it is the session that asks
  record SessionView(
      long number,
      String user,
      Instant since,
      Instant lastSeen,
      String address,
      String client,
      boolean own) {}

  /// One row of the table of who may ask for what.
  ///
  /// @param method empty for any
  /// @param parts words of the parts; `anybody` and `signed in` stand for themselves
  record AccessRow(String method, String pattern, List<String> parts) {}

  private final UserService users;
  private final OpenSessions sessions;
  private final Journal journal;
  private final Clock clock;

  UsersController(UserService users, OpenSessions sessions, Journal journal, Clock clock) {
    this.users = users;
    this.sessions = sessions;
    this.journal = journal;
    this.clock = clock;
  }

  @GetMapping
  List<UserView> all() {
    return users.all().stream().map(this::view).toList();
  }

  private UserView view(UserAccount one) {
    return new UserView(
        one.id(),
        one.name(),
        one.displayName(),
        one.email(),
        one.person(),
        one.parts().stream().map(Part::word).toList(),
        one.applications(),
        one.active(),
        one.isLocked(clock.instant()),
        !one.passwordHash().isEmpty(),
        one.asksForCode(),
        one.invitationEnds(),
        one.createdAt(),
        sessions.of(one.name()).size(),
        one.version());
  }

  @PostMapping
  Invited make(@RequestBody UserText text, Principal who) {
    UserAccount made = users.make(text.described(), who.getName());
    return new Invited(made.id(), users.invite(made.id(), who.getName()));
  }

  @PutMapping("/{id}")
  void change(@PathVariable long id, @RequestBody UserText text, Principal who) {
    users.change(id, text.described(), text.active, text.version, who.getName());
  }

  /// A new address to choose a password; an earlier one stops working.
  @PostMapping("/{id}/invitation")
  Invited invite(@PathVariable long id, Principal who) {
    return new Invited(id, users.invite(id, who.getName()));
  }

  @DeleteMapping("/{id}/lock")
  void unlock(@PathVariable long id, Principal who) {
    users.unlock(id, who.getName());
  }

  @DeleteMapping("/{id}/code")
  void dropCode(@PathVariable long id, Principal who) {
    users.dropCode(id, who.getName());
  }

  @GetMapping("/sessions")
  List<SessionView> sessions(jakarta.servlet.http.HttpServletRequest request) {
    long own = OpenSessions.numberOf(request);
    return sessions.all().stream().map(one -> view(one, own)).toList();
  }

  static SessionView view(OpenSessions.Open one, long own) {
    return new SessionView(
        one.number(),
        one.user(),
        one.since(),
        one.lastSeen(),
        one.address(),
        one.client(),
        one.number() == own);
  }

  @DeleteMapping("/sessions/{number}")
  void end(@PathVariable long number, Principal who) {
    OpenSessions.Open session = sessions.one(number);
    if (session == null) {
      throw Refusal.missing("This session is over already.");
    }
    sessions.end(session);
    journal.write(who.getName(), "session", "ended a session of " + session.user());
  }

  /// Which parts may ask for what, as the server applies it.
  @GetMapping("/access")
  List<AccessRow> access() {
    return AccessTable.ROWS.stream()
        .map(row ->
            new AccessRow(
                row.method() == null ? "" : row.method().name(),
                row.pattern().getPatternString(),
                switch (row.door()) {
                  case OPEN -> List.of("anybody");
                  case SIGNED_IN -> List.of("signed in");
                  case PARTS ->
                      Arrays.stream(Part.values()).filter(row::lets).map(Part::word).toList();
                }))
        .toList();
  }
}
