package app.stalekeys.server.users;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import jakarta.servlet.http.HttpSessionEvent;
import jakarta.servlet.http.HttpSessionListener;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// Who is signed in from where. In memory, as the sessions themselves are: a restart ends all.
@Component
class OpenSessions implements HttpSessionListener {

  private static final String NUMBER = "stalekeys.session";
  private static final int LONGEST = 300;

  /// @param client what the browser says it is
  record Open(
      long number, String user, Instant since, String address, String client, HttpSession session) {

    Instant lastSeen() {
      return Instant.ofEpochMilli(session.getLastAccessedTime());
    }
  }

  private final Map<Long, Open> open = new ConcurrentSkipListMap<>();
  private final AtomicLong numbers = new AtomicLong();
  private final Clock clock;

  OpenSessions(Clock clock) {
    this.clock = clock;
  }

  void begin(HttpServletRequest request, String user) {
    HttpSession session = request.getSession(true);
    long number = numbers.incrementAndGet();
    String client = Objects.requireNonNullElse(request.getHeader("User-Agent"), "");
    session.setAttribute(NUMBER, number);
    open.put(
        number,
        new Open(
            number,
            user,
            clock.instant(),
            request.getRemoteAddr(),
            client.substring(0, Math.min(LONGEST, client.length())),
            session));
  }

  @Override
  public void sessionDestroyed(HttpSessionEvent event) {
    if (event.getSession().getAttribute(NUMBER) instanceof Long number) {
      open.remove(number);
    }
  }

  List<Open> all() {
    return List.copyOf(open.values());
  }

  List<Open> of(String user) {
    return open.values().stream().filter(one -> one.user.equals(user)).toList();
  }

  /// The number of the session of a request; 0 when it has none.
  static long numberOf(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    return session != null && session.getAttribute(NUMBER) instanceof Long number ? number : 0;
  }

  @Nullable Open one(long number) {
    return open.get(number);
  }

  void end(Open session) {
    open.remove(session.number);
    try {
      session.session.invalidate();
    } catch (IllegalStateException over) {
      // It ended by itself in the meantime, which is what was wanted.
    }
  }

  /// Ends the sessions of a user, but for one.
  ///
  /// @param but 0 to spare none
  int endAll(String user, long but) {
    List<Open> ending = of(user).stream().filter(one -> one.number != but).toList();
    ending.forEach(this::end);
    return ending.size();
  }
}
