package app.stalekeys.core.check;

import java.util.List;

/// A list in a sentence: all of a few, or the first ones and how many more there are.
public final class Enumeration {

  private static final int NAMED = 6;

  private Enumeration() {}

  public static String of(List<String> things) {
    if (things.size() <= NAMED) {
      return String.join(", ", things);
    }
    return String.join(", ", things.subList(0, NAMED))
        + " and %,d more".formatted(things.size() - NAMED);
  }
}
