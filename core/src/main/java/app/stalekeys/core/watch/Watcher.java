package app.stalekeys.core.watch;

import app.stalekeys.core.signin.AddressRange;
import app.stalekeys.core.signin.Outcome;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/// Follows one watch. Windows slide over the times in the log, not over the times of arrival, so attempts that
/// come late or out of order count where they belong. Holds what lies within the window before the latest attempt,
/// and nothing else. Not for use by several threads.
public final class Watcher {

  private static final long MINUTE = 60_000;

  /// How late an attempt may come and still be counted.
  private static final long LATE = 60 * MINUTE;

  private final Watch watch;
  private final Map<String, List<WatchEvent>> bySubject = new HashMap<>();
  private final Map<String, Fired> fired = new HashMap<>();
  private long latest = Long.MIN_VALUE;
  private long swept = Long.MIN_VALUE;

  private static final class Fired {
    private long at;
    private int held;
  }

  public Watcher(Watch watch) {
    this.watch = watch;
  }

  /// Takes the next attempt; empty when nothing fires.
  public Optional<Alarm> accept(WatchEvent event) {
    latest = Math.max(latest, event.at());
    sweep();
    return switch (watch.rule()) {
      case GUESSING -> row(event, Outcome.FAILURE);
      case LOCKOUTS -> row(event, Outcome.LOCKOUT);
      case GUESSED -> guessed(event);
      case SPRAYING -> spraying(event);
      case UNEXPECTED_ADDRESS -> outside(event);
    };
  }

  private Optional<Alarm> row(WatchEvent event, Outcome outcome) {
    if (event.outcome() != outcome) {
      return Optional.empty();
    }
    List<WatchEvent> own = keep(event.account(), event);
    int at = own.indexOf(event);
    for (int first = Math.max(0, at - watch.count() + 1);
        first <= at && first + watch.count() <= own.size();
        first++) {
      WatchEvent last = own.get(first + watch.count() - 1);
      if (last.at() - own.get(first).at() <= watch.minutes() * MINUTE) {
        return fire(event.account(), own.get(first), last, watch.count());
      }
    }
    return Optional.empty();
  }

  private Optional<Alarm> guessed(WatchEvent event) {
    if (event.outcome() == Outcome.FAILURE) {
      keep(event.account(), event);
      return Optional.empty();
    }
    if (event.outcome() != Outcome.SUCCESS) {
      return Optional.empty();
    }
    List<WatchEvent> failures = bySubject.getOrDefault(event.account(), List.of());
    for (int last = failures.size() - 1; last >= watch.count() - 1; last--) {
      WatchEvent first = failures.get(last - watch.count() + 1);
      long after = event.at() - failures.get(last).at();
      if (after >= 0
          && after <= watch.within() * MINUTE
          && failures.get(last).at() - first.at() <= watch.minutes() * MINUTE) {
        return fire(event.account(), first, event, watch.count());
      }
    }
    return Optional.empty();
  }

  private Optional<Alarm> spraying(WatchEvent event) {
    if (event.outcome() != Outcome.FAILURE || event.address().isEmpty()) {
      return Optional.empty();
    }
    List<WatchEvent> own = keep(event.address(), event);
    int first = 0;
    for (int last = own.indexOf(event); last < own.size(); last++) {
      while (own.get(last).at() - own.get(first).at() > watch.minutes() * MINUTE) {
        first++;
      }
      Set<String> accounts = new HashSet<>();
      own.subList(first, last + 1).forEach(one -> accounts.add(one.account()));
      if (accounts.size() >= watch.count()) {
        return fire(event.address(), own.get(first), own.get(last), accounts.size());
      }
    }
    return Optional.empty();
  }

  private Optional<Alarm> outside(WatchEvent event) {
    boolean isOutside =
        event.outcome() == Outcome.SUCCESS
            && AddressRange.bytes(event.address())
                .map(bytes -> watch.expected().stream().noneMatch(range -> range.contains(bytes)))
                .orElse(false);
    return isOutside ? fire(event.account(), event, event, 1) : Optional.empty();
  }

  /// Keeps the attempt in its place among those of the same subject.
  private List<WatchEvent> keep(String subject, WatchEvent event) {
    List<WatchEvent> own = bySubject.computeIfAbsent(subject, key -> new ArrayList<>());
    int at = own.size();
    while (at > 0 && own.get(at - 1).at() > event.at()) {
      at--;
    }
    own.add(at, event);
    return own;
  }

  private Optional<Alarm> fire(String subject, WatchEvent first, WatchEvent last, int count) {
    Fired before = fired.get(subject);
    if (before != null && last.at() - before.at < watch.quiet() * MINUTE) {
      before.held++;
      return Optional.empty();
    }
    int held = before == null ? 0 : before.held;
    Fired now = new Fired();
    now.at = last.at();
    fired.put(subject, now);
    return Optional.of(
        new Alarm(watch.rule(), subject, first.at(), last.at(), count, last.address(), held));
  }

  /// Forgets what no window can reach any more, once a minute of the log's own time.
  private void sweep() {
    if (swept != Long.MIN_VALUE && latest - swept < MINUTE) {
      return;
    }
    swept = latest;
    long reach = (watch.minutes() + watch.within()) * MINUTE + LATE;
    bySubject
        .values()
        .removeIf(own -> {
          own.removeIf(one -> one.at() < latest - reach);
          return own.isEmpty();
        });
    fired
        .values()
        .removeIf(one -> one.at < latest - watch.quiet() * MINUTE - LATE && one.held == 0);
  }
}
