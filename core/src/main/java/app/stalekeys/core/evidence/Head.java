package app.stalekeys.core.evidence;

import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/// The names of a file's columns, in its order.
///
/// @param names as the file has them, blanks around them taken off
/// @param row the line of the head, 0 where the format has none (LDIF)
public record Head(List<String> names, long row) {

  public Head {
    names = names.stream().map(IdRule::trim).toList();
  }

  public int size() {
    return names.size();
  }

  /// Every position of a name: exact if there is one, else without regard to case.
  public List<Integer> positions(String name) {
    String wanted = IdRule.trim(name);
    List<Integer> exact =
        IntStream.range(0, names.size()).filter(i -> names.get(i).equals(wanted)).boxed().toList();
    if (!exact.isEmpty()) {
      return exact;
    }
    String lower = wanted.toLowerCase(Locale.ROOT);
    return IntStream.range(0, names.size())
        .filter(i -> names.get(i).toLowerCase(Locale.ROOT).equals(lower))
        .boxed()
        .toList();
  }
}
