package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// The sessions of accounts: a success to the sign-out of the same session id, else to its start and
/// duration. A success without an end is left out.
public final class Sessions {

  /// @param end milliseconds, exclusive
  public record Session(Attempt start, long end) {
    public long length() {
      return end - start.at();
    }
  }

  private Sessions() {}

  /// By account, in the order of their starts; accounts without a session are left out.
  public static Map<Account, List<Session>> of(Histories histories) {
    Map<Account, List<Session>> sessions = new LinkedHashMap<>();
    histories.forEach((account, attempts) -> {
      List<Session> own = of(attempts);
      if (!own.isEmpty()) {
        sessions.put(account, own);
      }
    });
    return sessions;
  }

  /// The sessions among the attempts of one account, which come in the order of time.
  public static List<Session> of(List<Attempt> attempts) {
    Map<String, List<Attempt>> ends = new HashMap<>();
    for (Attempt attempt : attempts) {
      if (attempt.outcome() == Outcome.SIGN_OUT && !attempt.session().isEmpty()) {
        ends.computeIfAbsent(attempt.session(), key -> new ArrayList<>(1)).add(attempt);
      }
    }
    List<Session> own = new ArrayList<>();
    for (Attempt attempt : attempts) {
      if (attempt.outcome() == Outcome.SUCCESS) {
        long end = end(attempt, ends);
        if (end >= attempt.at()) {
          own.add(new Session(attempt, end));
        }
      }
    }
    return own;
  }

  /// Before the start when nothing says when it ended.
  private static long end(Attempt start, Map<String, List<Attempt>> ends) {
    for (Attempt end : ends.getOrDefault(start.session(), List.of())) {
      if (end.at() >= start.at()) {
        return end.at();
      }
    }
    long millis = millis(start.duration());
    return millis < 0 ? start.at() - 1 : start.at() + millis;
  }

  /// Whole seconds or ISO 8601; less than 0 for anything else.
  public static long millis(String duration) {
    String text = duration.strip();
    if (text.isEmpty()) {
      return -1;
    }
    if (text.length() <= 12 && text.chars().allMatch(c -> c >= '0' && c <= '9')) {
      return Long.parseLong(text) * 1000;
    }
    try {
      return Duration.parse(text).toMillis();
    } catch (DateTimeParseException unreadable) {
      return -1;
    }
  }
}
