package app.stalekeys.core.certify;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;

/// Finds what is worth asking a reviewer about: decisions that came faster than an item can be read, many kept in
/// one stroke, and marked items kept without a word.
public final class Doubts {

  /// A run is too fast when this many decisions in a row came within [#TOO_FAST_WITHIN].
  static final int TOO_FAST = 20;

  static final Duration TOO_FAST_WITHIN = Duration.ofSeconds(60);

  /// This many items kept at the very same moment are one stroke worth asking about.
  static final int ONE_STROKE = 10;

  private Doubts() {}

  /// @param deeds of one reviewer
  /// @param hasMarks whether an item, by its key, has marks
  /// @return in the order of time
  public static List<Doubt> of(List<Deed> deeds, Predicate<String> hasMarks) {
    List<Deed> choices =
        deeds.stream().filter(Deed::isChoice).sorted(Comparator.comparing(Deed::at)).toList();
    List<Doubt> doubts = new ArrayList<>();
    Map<Instant, List<Deed>> strokes = strokes(choices);
    strokes.forEach((at, together) -> {
      if (together.size() >= ONE_STROKE) {
        doubts.add(
            new Doubt(
                "stroke-" + at.toEpochMilli(),
                "%,d items were kept in one stroke. How were they looked at?"
                    .formatted(together.size()),
                at,
                at,
                together.size()));
      }
    });
    // A stroke is asked about as such, not as speed.
    tooFast(
        choices.stream()
            .filter(deed -> strokes.getOrDefault(deed.at(), List.of()).size() < ONE_STROKE)
            .toList(),
        doubts);
    unexplained(deeds, hasMarks, doubts);
    doubts.sort(Comparator.comparing(Doubt::from).thenComparing(Doubt::id));
    return doubts;
  }

  private static Map<Instant, List<Deed>> strokes(List<Deed> choices) {
    Map<Instant, List<Deed>> strokes = new TreeMap<>();
    for (Deed deed : choices) {
      if (deed.what().equals(Choice.KEEP.word())) {
        strokes.computeIfAbsent(deed.at(), key -> new ArrayList<>()).add(deed);
      }
    }
    return strokes;
  }

  /// Runs in which any [#TOO_FAST] decisions one after the other came within the time; runs that touch are one.
  private static void tooFast(List<Deed> choices, List<Doubt> doubts) {
    int first = -1;
    int last = -1;
    for (int end = TOO_FAST - 1; end < choices.size(); end++) {
      int begin = end - TOO_FAST + 1;
      Duration span = Duration.between(choices.get(begin).at(), choices.get(end).at());
      if (span.compareTo(TOO_FAST_WITHIN) >= 0) {
        continue;
      }
      if (first >= 0 && begin > last) {
        doubts.add(fast(choices.subList(first, last + 1)));
        first = -1;
      }
      first = first < 0 ? begin : first;
      last = end;
    }
    if (first >= 0) {
      doubts.add(fast(choices.subList(first, last + 1)));
    }
  }

  private static Doubt fast(List<Deed> run) {
    Instant from = run.getFirst().at();
    Instant until = run.getLast().at();
    return new Doubt(
        "fast-" + from.toEpochMilli(),
        "%,d items were decided in %s, %s an item. How were they looked at?"
            .formatted(
                run.size(),
                words(Duration.between(from, until)),
                words(Duration.between(from, until).dividedBy(run.size()))),
        from,
        until,
        run.size());
  }

  private static String words(Duration time) {
    if (time.toMinutes() > 0) {
      return "%d min %d s".formatted(time.toMinutes(), time.toSecondsPart());
    }
    return time.toSeconds() > 0 ? "%d s".formatted(time.toSeconds()) : "less than a second";
  }

  /// Marked items that are kept now, without a reason.
  private static void unexplained(
      List<Deed> deeds, Predicate<String> hasMarks, List<Doubt> doubts) {
    Map<String, Deed> standing = new TreeMap<>();
    deeds.stream()
        .sorted(Comparator.comparing(Deed::at))
        .forEach(deed -> standing.put(deed.item(), deed));
    List<Deed> silent =
        standing.values().stream()
            .filter(deed -> deed.what().equals(Choice.KEEP.word()) && deed.reason().isBlank())
            .filter(deed -> hasMarks.test(deed.item()))
            .sorted(Comparator.comparing(Deed::at))
            .toList();
    if (!silent.isEmpty()) {
      doubts.add(
          new Doubt(
              "silent",
              "%,d items with a mark were kept without a reason. Why are they needed?"
                  .formatted(silent.size()),
              silent.getFirst().at(),
              silent.getLast().at(),
              silent.size()));
    }
  }
}
