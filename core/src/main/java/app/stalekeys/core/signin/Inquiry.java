package app.stalekeys.core.signin;

import app.stalekeys.core.source.ZoneClock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/// Which attempts are asked for. Conditions compose: an attempt has to meet all of them.
///
/// @param from milliseconds, inclusive; @param until exclusive
/// @param who which accounts and strangers
/// @param wanted by respect, the texts of which one has to be said; an empty text means "not said"
/// @param addresses ranges of which one has to hold the address; none asked for when empty
/// @param text a word that any of the texts has to contain, case ignored; empty when none is asked for
/// @param weekHours hours of the week from Monday 00, 0 to 167; all when empty
public record Inquiry(
    long from,
    long until,
    Set<Outcome> outcomes,
    Predicate<Timeline.Who> who,
    Map<Detail, Set<String>> wanted,
    List<AddressRange> addresses,
    String text,
    Set<Integer> weekHours) {

  /// Everything.
  public static final Inquiry ALL =
      new Inquiry(
          Long.MIN_VALUE,
          Long.MAX_VALUE,
          EnumSet.allOf(Outcome.class),
          who -> true,
          Map.of(),
          List.of(),
          "",
          Set.of());

  /// Rows walked over at a time: they stay in the processor's cache.
  static final int BLOCK = 1 << 14;

  /// The same of another time.
  public Inquiry between(long first, long end) {
    return new Inquiry(first, end, outcomes, who, wanted, addresses, text, weekHours);
  }

  /// The same of some of those it asks for.
  public Inquiry by(Predicate<Timeline.Who> some) {
    return new Inquiry(from, until, outcomes, who.and(some), wanted, addresses, text, weekHours);
  }

  /// The inquiry in the codes of one timeline: what a walk compares.
  final class Compiled {
    private final Timeline timeline;
    private final boolean[] accounts;
    private final boolean anybody;
    private final Map<Detail, boolean[]> codes = new EnumMap<>(Detail.class);
    private final Map<Detail, boolean[]> withText = new EnumMap<>(Detail.class);
    private final boolean[] accountsWithText;
    private final boolean[] outcome = new boolean[Outcome.values().length];
    private final boolean[] hour = new boolean[Tally.WEEK];
    private final boolean[] marks = new boolean[BLOCK];
    private final boolean impossible;

    Compiled(Timeline timeline) {
      this.timeline = timeline;
      List<Timeline.Who> known = timeline.who();
      this.accounts = new boolean[known.size()];
      this.accountsWithText = new boolean[known.size()];
      boolean all = true;
      for (int i = 0; i < known.size(); i++) {
        accounts[i] = who.test(known.get(i));
        all &= accounts[i];
      }
      this.anybody = all;
      outcomes.forEach(one -> outcome[one.ordinal()] = true);
      weekHours.forEach(one -> hour[one] = true);
      boolean none = false;
      for (Map.Entry<Detail, Set<String>> one : wanted.entrySet()) {
        TimelineColumn column = timeline.column(one.getKey());
        if (column != null) {
          codes.put(one.getKey(), table(column, column.codesOf(one.getValue())));
        } else {
          none |= !one.getValue().contains("");
        }
      }
      if (!addresses.isEmpty()) {
        none |= !keepAddresses();
      }
      this.impossible = none;
      if (!text.isEmpty()) {
        findText(text.toLowerCase(Locale.ROOT));
      }
    }

    private boolean keepAddresses() {
      TimelineColumn column = timeline.column(Detail.ADDRESS);
      if (column == null) {
        return false;
      }
      boolean[] inRange = table(column, column.codesOf(Inquiry.this::isInRange));
      boolean[] before = codes.get(Detail.ADDRESS);
      for (int code = 0; before != null && code < inRange.length; code++) {
        inRange[code] &= before[code];
      }
      codes.put(Detail.ADDRESS, inRange);
      return true;
    }

    private void findText(String word) {
      timeline
          .columns()
          .forEach((detail, column) -> {
            BitSet found = column.codesWith(word);
            if (!found.isEmpty()) {
              withText.put(detail, table(column, found));
            }
          });
      List<Timeline.Who> known = timeline.who();
      for (int i = 0; i < known.size(); i++) {
        accountsWithText[i] = known.get(i).key().toLowerCase(Locale.ROOT).contains(word);
      }
    }

    private static boolean[] table(TimelineColumn column, BitSet wanted) {
      boolean[] table = new boolean[column.texts().size()];
      wanted.stream().forEach(code -> table[code] = true);
      return table;
    }

    /// Fills `rows` with those from `first` to before `end` that meet everything but the time.
    ///
    /// @param end at most [#BLOCK] after `first`
    /// @return how many
    int select(int first, int end, int[] rows) {
      if (impossible) {
        return 0;
      }
      byte[] outcomes = timeline.outcomes();
      int n = 0;
      for (int row = first; row < end; row++) {
        if (outcome[outcomes[row]]) {
          rows[n++] = row;
        }
      }
      if (!anybody) {
        n = timeline.accounts().keep(rows, n, accounts);
      }
      for (Map.Entry<Detail, boolean[]> one : codes.entrySet()) {
        n = timeline.codes(one.getKey()).keep(rows, n, one.getValue());
      }
      if (!weekHours.isEmpty()) {
        n = keepHours(rows, n);
      }
      return text.isEmpty() ? n : keepText(rows, n);
    }

    private int keepHours(int[] rows, int n) {
      int kept = 0;
      for (int i = 0; i < n; i++) {
        if (hour[Tally.hourOfWeek(timeline.hours()[rows[i]])]) {
          rows[kept++] = rows[i];
        }
      }
      return kept;
    }

    private int keepText(int[] rows, int n) {
      Arrays.fill(marks, 0, n, false);
      timeline.accounts().mark(rows, n, accountsWithText, marks);
      for (Map.Entry<Detail, boolean[]> one : withText.entrySet()) {
        timeline.codes(one.getKey()).mark(rows, n, one.getValue(), marks);
      }
      int kept = 0;
      for (int i = 0; i < n; i++) {
        if (marks[i]) {
          rows[kept++] = rows[i];
        }
      }
      return kept;
    }

    int first() {
      return Math.min(timeline.firstFrom(from), timeline.size());
    }

    int end() {
      return Math.min(timeline.firstFrom(until), timeline.size());
    }
  }

  /// Whether one attempt meets every condition: what a walk over the timeline would find.
  ///
  /// @param attempter who made it
  /// @param clock of the audit's zone, for the hour of the week
  public boolean isMet(Attempt attempt, Timeline.Who attempter, ZoneClock clock) {
    return attempt.at() >= from
        && attempt.at() < until
        && outcomes.contains(attempt.outcome())
        && (weekHours.isEmpty()
            || weekHours.contains(Tally.hourOfWeek((int) clock.epochHour(attempt.at()))))
        && wanted.entrySet().stream()
            .allMatch(one -> one.getValue().contains(attempt.detail(one.getKey())))
        && (addresses.isEmpty() || isInRange(attempt.address()))
        && (text.isEmpty() || says(attempt, attempter))
        && who.test(attempter);
  }

  private boolean says(Attempt attempt, Timeline.Who attempter) {
    String word = text.toLowerCase(Locale.ROOT);
    return attempter.key().toLowerCase(Locale.ROOT).contains(word)
        || Timeline.FACETS.stream()
            .anyMatch(detail -> attempt.detail(detail).toLowerCase(Locale.ROOT).contains(word));
  }

  private boolean isInRange(String address) {
    return AddressRange.bytes(address)
        .map(bytes -> addresses.stream().anyMatch(range -> range.contains(bytes)))
        .orElse(false);
  }

  /// A page of rows of the timeline.
  ///
  /// @param offset how many matching rows to pass over; @param newest whether the latest come first
  public List<Integer> rows(Timeline timeline, int offset, int limit, boolean newest) {
    Compiled compiled = new Compiled(timeline);
    List<Integer> page = new ArrayList<>();
    int[] block = new int[BLOCK];
    int first = compiled.first();
    int end = compiled.end();
    int passed = 0;
    for (int done = 0; done < end - first && page.size() < limit; done += BLOCK) {
      int from = newest ? Math.max(first, end - done - BLOCK) : first + done;
      int to = newest ? end - done : Math.min(end, from + BLOCK);
      int n = compiled.select(from, to, block);
      int skip = Math.min(n, offset - passed);
      passed += skip;
      for (int i = skip; i < n && page.size() < limit; i++) {
        page.add(block[newest ? n - 1 - i : i]);
      }
    }
    return page;
  }
}
