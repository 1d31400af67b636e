package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.activity.ActivityLog;
import app.stalekeys.core.bits.LongTable;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// When each account last used each permission, by the application's own counts of use and by its
/// activity log. Sixteen bytes a pair; safe for use by several threads once built.
public final class Usage {

  private static final int ROW_BITS = 31;
  private static final int FILE_BITS = 12;

  /// The last use of a permission and the row that says so.
  public record Use(LocalDate day, Place place) {}

  private final Universe universe;
  private final ZoneId zone;
  private final List<String> files = new ArrayList<>();
  private final LongTable last = new LongTable();

  private Usage(Universe universe, ZoneId zone) {
    this.universe = universe;
    this.zone = zone;
  }

  public static Usage read(
      Collection<? extends FactSource> sources,
      AccountBook accounts,
      Universe universe,
      ActivityLog activity,
      ZoneId zone) {
    Usage usage = new Usage(universe, zone);
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.USAGE,
          row -> usage.add(row, accounts.find(row.text("directory"), row.text("account"))));
    }
    activity.scan(done -> {
      Account actor = done.actor();
      if (actor != null && done.isUse()) {
        int number = universe.number(new Permission(done.resource(), done.action()));
        if (number >= 0) {
          LocalDate day = Instant.ofEpochMilli(done.at()).atZone(usage.zone).toLocalDate();
          usage.put(actor, number, day, done.place());
        }
      }
    });
    return usage;
  }

  private void add(FactCursor row, @Nullable Account account) {
    LocalDate day = row.day("last-used");
    if (account == null || day == null) {
      return;
    }
    String resource = row.text("resource");
    String action = row.text("action");
    if (action.isEmpty()) {
      universe.on(resource).forEach(number -> put(account, number, day, row.place()));
    } else {
      int number = universe.number(new Permission(resource, action));
      if (number >= 0) {
        put(account, number, day, row.place());
      }
    }
  }

  private void put(Account account, int permission, LocalDate day, Place place) {
    long key = key(account, permission);
    long before = last.get(key);
    if (before == LongTable.ABSENT || before >>> (ROW_BITS + FILE_BITS) < day.toEpochDay()) {
      last.put(key, (day.toEpochDay() << FILE_BITS | file(place.file())) << ROW_BITS | place.row());
    }
  }

  private long file(String file) {
    int at =
        files.isEmpty()
            ? -1
            : files.getLast().equals(file) ? files.size() - 1 : files.indexOf(file);
    if (at < 0) {
      files.add(file);
      at = files.size() - 1;
    }
    return at;
  }

  private long key(Account account, int permission) {
    return (long) account.index() * universe.size() + permission;
  }

  /// The last use; null when no evidence has any.
  public @Nullable Use last(Account account, int permission) {
    long packed = last.get(key(account, permission));
    if (packed == LongTable.ABSENT) {
      return null;
    }
    long row = packed & ((1L << ROW_BITS) - 1);
    int file = (int) (packed >>> ROW_BITS) & ((1 << FILE_BITS) - 1);
    return new Use(
        LocalDate.ofEpochDay(packed >>> (ROW_BITS + FILE_BITS)), Place.ofRow(files.get(file), row));
  }
}
