package app.stalekeys.server.users;

import app.stalekeys.server.journal.Journal;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/// Begins the session of a user who was recognised, by whichever way.
@Component
class Entrance {

  private final SecurityContextRepository contexts;
  private final OpenSessions sessions;
  private final Journal journal;

  Entrance(SecurityContextRepository contexts, OpenSessions sessions, Journal journal) {
    this.contexts = contexts;
    this.sessions = sessions;
    this.journal = journal;
  }

  /// @param how in words, for the journal
  void let(UserAccount user, String how, HttpServletRequest request, HttpServletResponse response) {
    request.getSession(true);
    request.changeSessionId();
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(SignedIn.as(user.name(), user.parts()));
    contexts.saveContext(context, request, response);
    sessions.begin(request, user.name());
    journal.write(user.name(), "session", "signed in " + how);
  }
}
