package app.stalekeys.server.watches;

import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.watch.Alarm;
import app.stalekeys.core.watch.WatchEvent;
import app.stalekeys.core.watch.WatchReading;
import app.stalekeys.core.watch.Watcher;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/// Puts attempts before the watches that are on, as they come, and keeps each alarm with its deliveries in one
/// transaction.
@Service
class Watching {

  private static final int KEPT_PROBLEMS = 20;

  /// @param last when something last came; null when nothing has
  /// @param problems the latest, newest first
  record Count(long received, long rejected, @Nullable Instant last, List<String> problems) {}

  private record Following(WatchRow row, Watcher watcher) {}

  private final WatchRows rows;
  private final AlarmRows alarms;
  private final DeliveryRows deliveries;
  private final TransactionTemplate transactions;
  private final Clock clock;
  private final Map<Long, Following> following = new LinkedHashMap<>();
  private final Deque<String> problems = new ArrayDeque<>();
  private long received;
  private long rejected;
  private @Nullable Instant last;

  Watching(
      WatchRows rows,
      AlarmRows alarms,
      DeliveryRows deliveries,
      TransactionTemplate transactions,
      Clock clock) {
    this.rows = rows;
    this.alarms = alarms;
    this.deliveries = deliveries;
    this.transactions = transactions;
    this.clock = clock;
  }

  /// Watches were changed: those that are on begin anew.
  synchronized void begin() {
    following.clear();
    for (WatchRow row : rows.findAllByOrderByName()) {
      if (row.switchedOn()) {
        following.put(row.id(), new Following(row, new Watcher(row.watch())));
      }
    }
  }

  /// Reads what came and lets the watches see it.
  ///
  /// @param name where it came from, for problems
  synchronized void take(String name, ByteSource bytes, ZoneId zone) {
    try {
      WatchReading reading = WatchReading.of(name, bytes, zone);
      reading.problems().forEach(this::problem);
      reading.rejects().stream()
          .limit(KEPT_PROBLEMS)
          .forEach(reject ->
              problem("%s: %s; it says \"%s\"".formatted(name, reject.reason(), reject.value())));
      received += reading.events().size();
      rejected += reading.rejects().size() + (reading.problems().isEmpty() ? 0 : 1);
      last = clock.instant();
      reading.events().forEach(this::see);
    } catch (IOException failed) {
      problem("%s cannot be read: %s".formatted(name, failed.getMessage()));
    }
  }

  synchronized void problem(String sentence) {
    problems.addFirst(sentence);
    if (problems.size() > KEPT_PROBLEMS) {
      problems.removeLast();
    }
  }

  synchronized Count count() {
    return new Count(received, rejected, last, new ArrayList<>(problems));
  }

  private void see(WatchEvent event) {
    for (Following one : following.values()) {
      one.watcher.accept(event).ifPresent(alarm -> tell(one.row, alarm, false));
    }
  }

  /// Keeps the alarm and what has to be delivered.
  void tell(WatchRow watch, Alarm alarm, boolean trial) {
    transactions.executeWithoutResult(status -> {
      Instant now = clock.instant();
      long id = alarms.save(new AlarmRow(watch, alarm, now, trial)).id();
      if (!watch.webhook().isBlank()) {
        deliveries.save(new DeliveryRow(id, "webhook", watch.webhook(), now));
      }
      if (!watch.mailTo().isBlank()) {
        deliveries.save(new DeliveryRow(id, "mail", watch.mailTo(), now));
      }
    });
  }
}
