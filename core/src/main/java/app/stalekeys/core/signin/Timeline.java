package app.stalekeys.core.signin;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.bits.Codes;
import app.stalekeys.core.source.ZoneClock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// The sign-ins of all applications of a snapshot in the order of time, so that any filter is answered by one
/// walk. About 30 bytes a row: what is rarely asked for, such as session ids, is opened from the kept log again.
/// Immutable but for the stretches it has open; safe for use by several threads.
public final class Timeline {

  /// Who attempted: an account of an application, or a name that no accounts file defines.
  ///
  /// @param key the account's key, else the name as the log spells it
  public record Who(String application, String key, @Nullable Account account) {}

  /// In which respects attempts are counted and filtered, beside who attempted.
  public static final List<Detail> FACETS =
      List.of(
          Detail.ADDRESS,
          Detail.CLIENT,
          Detail.BROWSER,
          Detail.OS,
          Detail.LOCATION,
          Detail.ENVIRONMENT,
          Detail.ROLE,
          Detail.METHOD,
          Detail.REASON);

  private static final int OPEN = 48;

  /// Where a stretch of a log lies and which collected rows it holds.
  private record Stretch(String application, int source, int segment, int first, int rows) {}

  private final Map<String, SignInLog> logs;
  private final List<Stretch> stretches;
  private final List<Who> who;
  private final Codes accounts;
  private final Map<Detail, TimelineColumn> columns;
  private final long[] at;
  private final byte[] outcomes;
  private final int[] hours;

  /// Which collected row stands where; null when they came in order.
  private final int @Nullable [] order;

  private final Map<Stretch, LogPage> opened =
      Collections.synchronizedMap(
          new LinkedHashMap<>(16, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<Stretch, LogPage> eldest) {
              return size() > OPEN;
            }
          });

  private Timeline(Map<String, SignInLog> logs, Collector collected) {
    this.logs = logs;
    this.stretches = List.copyOf(collected.stretches);
    this.who = List.copyOf(collected.who);
    this.order = order(collected.at, collected.size);
    this.at = longs(collected.at, order, collected.size);
    this.outcomes = bytes(collected.outcomes, order, collected.size);
    this.hours = ints(collected.hours, order, collected.size);
    this.accounts =
        Codes.of(
            ints(collected.accounts, order, collected.size),
            collected.size,
            Math.max(1, who.size()));
    this.columns = new EnumMap<>(Detail.class);
    collected.columns.forEach((detail, builder) -> {
      if (!builder.isEmpty()) {
        columns.put(detail, builder.seal(order));
      }
    });
  }

  /// Rows after the logs' last day are passed over. Costs a walk over the logs and a sort where they are not in
  /// order.
  ///
  /// @param logs by application id
  public static Timeline of(Map<String, SignInLog> logs, ZoneId zone) {
    Collector collector = new Collector(new ZoneClock(zone));
    logs.forEach(collector::add);
    return new Timeline(new LinkedHashMap<>(logs), collector);
  }

  /// Rows as they come, log after log.
  private static final class Collector {
    private final ZoneClock clock;
    private final List<Stretch> stretches = new ArrayList<>();
    private final List<Who> who = new ArrayList<>();
    private final Map<Detail, TimelineColumn.Builder> columns = new EnumMap<>(Detail.class);
    private long[] at = new long[1 << 12];
    private byte[] outcomes = new byte[1 << 12];
    private int[] hours = new int[1 << 12];
    private int[] accounts = new int[1 << 12];
    private int size;

    Collector(ZoneClock clock) {
      this.clock = clock;
      FACETS.forEach(detail -> columns.put(detail, new TimelineColumn.Builder()));
    }

    void add(String application, SignInLog log) {
      Map<Object, Integer> known = new HashMap<>();
      log.forEachPage((source, segment, page) -> {
        stretches.add(new Stretch(application, source, segment, size, page.rows()));
        room(size + page.rows());
        for (int row = 0; row < page.rows(); row++) {
          at[size + row] = page.at(row);
          outcomes[size + row] = (byte) page.outcome(row).ordinal();
          hours[size + row] = (int) clock.epochHour(page.at(row));
          accounts[size + row] = who(application, page, row, known);
        }
        columns.forEach((detail, builder) ->
            builder.add(page.says(detail) ? page.column(detail) : null, size, page.rows()));
        size += page.rows();
      });
    }

    private int who(String application, LogPage page, int row, Map<Object, Integer> known) {
      Object key = page.account(row) >= 0 ? Integer.valueOf(page.account(row)) : page.name(row);
      Integer number = known.get(key);
      if (number == null) {
        Account account = page.accountAt(row);
        number = who.size();
        known.put(key, number);
        who.add(new Who(application, account == null ? page.name(row) : account.key(), account));
      }
      return number;
    }

    private void room(int wanted) {
      if (wanted > at.length) {
        int length = Math.max(wanted, at.length * 2);
        at = Arrays.copyOf(at, length);
        outcomes = Arrays.copyOf(outcomes, length);
        hours = Arrays.copyOf(hours, length);
        accounts = Arrays.copyOf(accounts, length);
      }
    }
  }

  /// Rows of one moment stay in the order of the files. Time and row are put into one number where they fit,
  /// which they do for any ten million rows within a thousand years.
  private static int @Nullable [] order(long[] at, int size) {
    boolean inOrder = true;
    long least = Long.MAX_VALUE;
    long most = Long.MIN_VALUE;
    for (int i = 0; i < size; i++) {
      inOrder &= i == 0 || at[i - 1] <= at[i];
      least = Math.min(least, at[i]);
      most = Math.max(most, at[i]);
    }
    if (inOrder) {
      return null;
    }
    int rowBits = 64 - Long.numberOfLeadingZeros(size);
    int[] order = new int[size];
    if (64 - Long.numberOfLeadingZeros(most - least) + rowBits <= 63) {
      long[] keys = new long[size];
      long first = least;
      Arrays.setAll(keys, i -> (at[i] - first) << rowBits | i);
      Arrays.sort(keys);
      Arrays.setAll(order, i -> (int) (keys[i] & ((1L << rowBits) - 1)));
      return order;
    }
    Integer[] rows = new Integer[size];
    Arrays.setAll(rows, i -> i);
    Arrays.sort(rows, java.util.Comparator.comparingLong(row -> at[row]));
    Arrays.setAll(order, i -> rows[i]);
    return order;
  }

  private static long[] longs(long[] values, int @Nullable [] order, int size) {
    long[] sorted = Arrays.copyOf(values, size);
    if (order != null) {
      Arrays.setAll(sorted, i -> values[order[i]]);
    }
    return sorted;
  }

  private static int[] ints(int[] values, int @Nullable [] order, int size) {
    int[] sorted = Arrays.copyOf(values, size);
    if (order != null) {
      Arrays.setAll(sorted, i -> values[order[i]]);
    }
    return sorted;
  }

  private static byte[] bytes(byte[] values, int @Nullable [] order, int size) {
    byte[] sorted = Arrays.copyOf(values, size);
    if (order != null) {
      for (int i = 0; i < size; i++) {
        sorted[i] = values[order[i]];
      }
    }
    return sorted;
  }

  /// Rows in the order of time, those after the as-of day left out.
  public int size() {
    int size = at.length;
    long end = logs.values().stream().mapToLong(SignInLog::end).min().orElse(Long.MIN_VALUE);
    return size == 0 || at[size - 1] < end ? size : firstFrom(end);
  }

  /// Everybody who attempted anything, in the order in which they are first seen.
  public List<Who> who() {
    return who;
  }

  /// What the logs say in one respect; null when none says it.
  public @Nullable TimelineColumn column(Detail detail) {
    return columns.get(detail);
  }

  /// For a respect that is known to be said.
  Codes codes(Detail detail) {
    return Objects.requireNonNull(columns.get(detail)).codes();
  }

  /// Milliseconds since 1970-01-01 UTC.
  public long at(int row) {
    return at[row];
  }

  /// The position of the row's account among those of [#who()].
  public int whoNumber(int row) {
    return accounts.at(row);
  }

  public Who who(int row) {
    return who.get(accounts.at(row));
  }

  public Outcome outcome(int row) {
    return Outcome.at(outcomes[row]);
  }

  /// The first row at or after a moment; the number of rows when there is none.
  int firstFrom(long moment) {
    int low = 0;
    int high = at.length;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (at[middle] < moment) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  Codes accounts() {
    return accounts;
  }

  byte[] outcomes() {
    return outcomes;
  }

  /// Hours since 1970 of each row's local hour.
  int[] hours() {
    return hours;
  }

  Map<Detail, TimelineColumn> columns() {
    return columns;
  }

  /// The whole of one row; opens its stretch of the log when it is not open.
  public Attempt attempt(int row) {
    int collected = order == null ? row : order[row];
    int low = 0;
    int high = stretches.size() - 1;
    while (low < high) {
      int middle = (low + high + 1) >>> 1;
      if (stretches.get(middle).first <= collected) {
        low = middle;
      } else {
        high = middle - 1;
      }
    }
    Stretch stretch = stretches.get(low);
    SignInLog log = Objects.requireNonNull(logs.get(stretch.application));
    LogPage page = opened.computeIfAbsent(stretch, one -> log.page(one.source, one.segment));
    return new Attempt(page, collected - stretch.first);
  }
}
