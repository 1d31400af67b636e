package app.stalekeys.core.activity;

import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.function.Consumer;

/// The activities of one application up to the end of the as-of day; rows after it are passed over.
public final class ActivityLog {

  private final List<FactSource> sources;
  private final AccountBook accounts;
  private final long end;

  /// @param end the first instant after the as-of day
  public ActivityLog(Collection<? extends FactSource> sources, AccountBook accounts, Instant end) {
    this.sources =
        sources.stream()
            .filter(source -> source.serves(Kind.ACTIVITY))
            .map(FactSource.class::cast)
            .toList();
    this.accounts = accounts;
    this.end = end.toEpochMilli();
  }

  /// The files the log comes from.
  public List<String> files() {
    return sources.stream().map(FactSource::file).toList();
  }

  /// Calls `visitor` once a row, in the order of the files, which need not be the order of time.
  public void scan(Consumer<Activity> visitor) {
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.ACTIVITY,
          row -> {
            long at = row.number("at");
            if (at < end) {
              visitor.accept(activity(row, at));
            }
          });
    }
  }

  private Activity activity(FactCursor row, long at) {
    String actor = row.text("actor");
    return new Activity(
        accounts.find(row.text("directory"), actor),
        actor,
        at,
        row.text("action"),
        row.text("target"),
        row.text("resource"),
        row.text("before"),
        row.text("after"),
        row.text("scope"),
        row.text("session"),
        row.text("outcome").equals("denied"),
        row.text("request"),
        row.place());
  }
}
