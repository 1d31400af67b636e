package app.stalekeys.server.users;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/// Slows guessing down: after five failures for one name each further try has to wait, longer every
/// time, at most five minutes. Kept in memory: a restart forgives.
@Component
class SignInThrottle {

  private static final int FREE_TRIES = 5;
  private static final Duration LONGEST = Duration.ofMinutes(5);
  private static final int MOST_NAMES = 10_000;

  private record Failures(int count, Instant last) {}

  private final Clock clock;

  // Names come from outside, so the oldest make room: memory stays bounded.
  private final Map<String, Failures> failures =
      new LinkedHashMap<>() {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Failures> eldest) {
          return size() > MOST_NAMES;
        }
      };

  SignInThrottle(Clock clock) {
    this.clock = clock;
  }

  /// How long the name has to wait before the next try; zero when it may try now.
  synchronized Duration wait(String name) {
    Failures known = failures.get(name);
    if (known == null || known.count < FREE_TRIES) {
      return Duration.ZERO;
    }
    Duration pause = Duration.ofSeconds(1L << Math.min(known.count - FREE_TRIES + 1, 10));
    Duration bounded = pause.compareTo(LONGEST) > 0 ? LONGEST : pause;
    Duration left = Duration.between(clock.instant(), known.last.plus(bounded));
    return left.isNegative() ? Duration.ZERO : left;
  }

  synchronized void failed(String name) {
    Failures known = failures.get(name);
    failures.put(name, new Failures(known == null ? 1 : known.count + 1, clock.instant()));
  }

  synchronized void succeeded(String name) {
    failures.remove(name);
  }
}
