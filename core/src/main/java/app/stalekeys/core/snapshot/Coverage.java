package app.stalekeys.core.snapshot;

import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/// Which evidence there is for one application: kinds, and fields that have a column. What is not
/// here was not tested, and nobody may take it for clean.
public final class Coverage {

  private final Map<Kind, Set<String>> fields = new EnumMap<>(Kind.class);

  public static Coverage of(Collection<? extends FactSource> sources) {
    Coverage coverage = new Coverage();
    for (FactSource source : sources) {
      for (Kind kind : Kind.values()) {
        if (source.serves(kind)) {
          coverage.fields.computeIfAbsent(kind, key -> new HashSet<>()).addAll(source.fields(kind));
        }
      }
    }
    return coverage;
  }

  /// @param need a kind such as `sign-ins`, or a field of one such as `accounts.mfa`
  public boolean has(String need) {
    int dot = need.indexOf('.');
    Kind kind = Kind.of(dot < 0 ? need : need.substring(0, dot)).orElseThrow();
    Set<String> known = fields.getOrDefault(kind, Set.of());
    return dot < 0 ? !known.isEmpty() : known.contains(need.substring(dot + 1));
  }

  /// What is missing of needs that must all be met; each need is a list of ways, one of which is
  /// enough. An unmet need names all its ways, a field only where its kind is there.
  public List<String> missing(List<List<String>> needs) {
    List<String> missing = new ArrayList<>();
    for (List<String> ways : needs) {
      if (ways.stream().noneMatch(this::has)) {
        ways.stream()
            .map(way -> kindOf(way).filter(kind -> !has(kind)).findFirst().orElse(way))
            .filter(name -> !missing.contains(name))
            .forEach(missing::add);
      }
    }
    return missing;
  }

  private static Stream<String> kindOf(String need) {
    int dot = need.indexOf('.');
    return Stream.of(dot < 0 ? need : need.substring(0, dot));
  }
}
