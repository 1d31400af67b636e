package app.stalekeys.core.signin;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/// The attempts of an inquiry, counted: over time, in the week, by account and in each respect. Every count is
/// split by how the attempt ended; a count stands at `position * 4 + outcome`.
///
/// @param total attempts by outcome
/// @param strip by bucket, the chosen period left out of account when the strip spans more
/// @param week by hour of the week, from Monday 00
/// @param accounts by number in [Timeline#who()]
/// @param facets by code in the respect's [TimelineColumn]; a respect that no log says is left out
public record Tally(
    int[] total, Strip strip, int[] week, int[] accounts, Map<Detail, int[]> facets) {

  static final int KINDS = TimelineColumn.KINDS;
  static final int WEEK = 168;

  /// 1970-01-01 was a Thursday.
  private static final int THURSDAY = 72;

  /// Counts over time.
  ///
  /// @param buckets their first local hours since 1970, in order
  public record Strip(StripUnit unit, List<Integer> buckets, int[] counts) {}

  static int hourOfWeek(int epochHour) {
    return Math.floorMod(epochHour + THURSDAY, WEEK);
  }

  /// One walk over what the strip spans.
  ///
  /// @param inquiry its time is the chosen period: everything but the strip counts that alone
  /// @param from first moment of the strip; @param until exclusive
  public static Tally of(
      Timeline timeline, Inquiry inquiry, long from, long until, StripUnit unit) {
    Inquiry.Compiled compiled = inquiry.new Compiled(timeline);
    int last = timeline.size();
    int stripFirst = Math.min(timeline.firstFrom(from), last);
    int stripEnd = Math.min(timeline.firstFrom(until), last);
    Buckets buckets = new Buckets(timeline.hours(), stripFirst, stripEnd, unit);
    Counting counting = new Counting(timeline);
    int[] rows = new int[Inquiry.BLOCK];
    int[] cuts =
        Arrays.stream(new int[] {stripFirst, compiled.first(), compiled.end(), stripEnd})
            .sorted()
            .toArray();
    for (int i = 0; i < 3; i++) {
      boolean inStrip = cuts[i] >= stripFirst && cuts[i + 1] <= stripEnd;
      boolean inPeriod = cuts[i] >= compiled.first() && cuts[i + 1] <= compiled.end();
      for (int at = cuts[i]; at < cuts[i + 1]; at += Inquiry.BLOCK) {
        int n = compiled.select(at, Math.min(cuts[i + 1], at + Inquiry.BLOCK), rows);
        if (inStrip) {
          buckets.add(timeline, rows, n);
        }
        if (inPeriod) {
          counting.add(rows, n);
        }
      }
    }
    return new Tally(
        counting.total, buckets.strip(), counting.week, counting.accounts, counting.facets);
  }

  private static final class Counting {
    private final Timeline timeline;
    private final int[] total = new int[KINDS];
    private final int[] week = new int[WEEK * KINDS];
    private final int[] accounts;
    private final Map<Detail, int[]> facets = new EnumMap<>(Detail.class);

    Counting(Timeline timeline) {
      this.timeline = timeline;
      this.accounts = new int[timeline.who().size() * KINDS];
      timeline
          .columns()
          .forEach((detail, column) -> facets.put(detail, new int[column.texts().size() * KINDS]));
    }

    void add(int[] rows, int n) {
      byte[] outcomes = timeline.outcomes();
      int[] hours = timeline.hours();
      for (int i = 0; i < n; i++) {
        int outcome = outcomes[rows[i]];
        total[outcome]++;
        week[hourOfWeek(hours[rows[i]]) * KINDS + outcome]++;
      }
      timeline.accounts().count(rows, n, outcomes, KINDS, accounts);
      facets.forEach(
          (detail, counts) -> timeline.codes(detail).count(rows, n, outcomes, KINDS, counts));
    }
  }

  /// The strip in the making. Which bucket an hour lies in is looked up once an hour, not once a row.
  private static final class Buckets {
    private final StripUnit unit;
    private final int firstHour;
    private final int[] bucketOf;
    private final List<Integer> starts;
    private final int[] counts;

    Buckets(int[] hours, int first, int end, StripUnit unit) {
      this.unit = unit;
      int least = first < end ? hours[first] : 0;
      int most = first < end ? hours[first] : -1;
      // A change of clocks lets an hour come twice, so the last row need not have the last hour.
      for (int row = first; row < end; row++) {
        least = Math.min(least, hours[row]);
        most = Math.max(most, hours[row]);
      }
      this.starts = unit.starts(least, most);
      this.firstHour = least;
      this.bucketOf = new int[most - least + 1];
      int bucket = 0;
      for (int hour = least; hour <= most; hour++) {
        while (bucket + 1 < starts.size() && starts.get(bucket + 1) <= hour) {
          bucket++;
        }
        bucketOf[hour - least] = bucket;
      }
      this.counts = new int[starts.size() * KINDS];
    }

    void add(Timeline timeline, int[] rows, int n) {
      int[] hours = timeline.hours();
      byte[] outcomes = timeline.outcomes();
      for (int i = 0; i < n; i++) {
        counts[bucketOf[hours[rows[i]] - firstHour] * KINDS + outcomes[rows[i]]]++;
      }
    }

    Strip strip() {
      return new Strip(unit, starts, counts);
    }
  }
}
