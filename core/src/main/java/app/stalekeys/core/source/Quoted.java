package app.stalekeys.core.source;

import java.util.Collection;
import java.util.stream.Collectors;

/// How values from files and lists of names are put into sentences, so that all messages agree.
public final class Quoted {

  private static final int LONGEST = 60;

  private Quoted() {}

  /// The text in double quotes, cut after 60 characters so that one bad cell cannot fill a screen.
  public static String text(String value) {
    String shown = value.length() <= LONGEST ? value : value.substring(0, LONGEST) + "…";
    return '"' + shown + '"';
  }

  /// `a, b, c`, in the order given.
  public static String names(Collection<String> names) {
    return names.stream().collect(Collectors.joining(", "));
  }
}
