package app.stalekeys.core.source;

import java.util.Objects;

/// A fault in the data, as a value: what was found, what was expected, where, and what to do next.
///
/// @param weight how far the fault reaches
/// @param code a short stable name of the kind of fault, for tests and for grouping
/// @param sentence one plain sentence, without the place and without a full stop
/// @param place where it was found
public record Issue(Weight weight, String code, String sentence, Place place) {

  /// How far a fault reaches. The order is from worst to mildest.
  public enum Weight {
    /// The file cannot be taken at all.
    UNUSABLE,
    /// One row is kept aside with its reason; the rest of the file is taken.
    REJECTED,
    /// The rows are taken, but they contradict each other or point at nothing.
    PROBLEM,
    /// Nothing is wrong for certain; somebody has to answer in words.
    QUESTION
  }

  public Issue {
    Objects.requireNonNull(weight, "weight");
    Objects.requireNonNull(code, "code");
    Objects.requireNonNull(sentence, "sentence");
    Objects.requireNonNull(place, "place");
  }

  public static Issue unusable(String code, String sentence, Place place) {
    return new Issue(Weight.UNUSABLE, code, sentence, place);
  }

  public static Issue problem(String code, String sentence, Place place) {
    return new Issue(Weight.PROBLEM, code, sentence, place);
  }

  public static Issue question(String code, String sentence, Place place) {
    return new Issue(Weight.QUESTION, code, sentence, place);
  }

  /// The one line a terminal prints: place, colon, sentence. Control characters that came from the
  /// file are shown as `?`, so that a hostile cell cannot move the cursor or add lines.
  public String line() {
    return (place + ": " + sentence).replaceAll("\\p{Cntrl}", "?");
  }
}
