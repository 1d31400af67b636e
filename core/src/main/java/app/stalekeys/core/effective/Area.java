package app.stalekeys.core.effective;

import app.stalekeys.core.access.Scope;
import java.util.List;

/// Where something holds: scopes, without the exceptions that lie inside them. Both are smallest sets.
public record Area(List<Scope> scopes, List<Scope> except) {

  public static final Area NOWHERE = new Area(List.of(), List.of());

  public Area {
    scopes = List.copyOf(scopes);
    except = List.copyOf(except);
  }

  public boolean isEmpty() {
    return scopes.isEmpty();
  }

  /// Whether some part of the organisation lies in both: where two of their scopes meet, outside the
  /// exceptions of both.
  public boolean overlaps(Area other) {
    for (Scope one : scopes) {
      for (Scope two : other.scopes) {
        Scope met = one.meet(two).orElse(null);
        if (met != null && !isTaken(met, except) && !isTaken(met, other.except)) {
          return true;
        }
      }
    }
    return false;
  }

  private static boolean isTaken(Scope scope, List<Scope> except) {
    return except.stream().anyMatch(one -> one.covers(scope));
  }

  /// Whether everything of this lies inside the other: each scope is covered by one of the other's, and
  /// whatever the other leaves out, this leaves out too.
  public boolean isWithin(Area other) {
    return scopes.stream().allMatch(scope -> other.scopes.stream().anyMatch(s -> s.covers(scope)))
        && other.except.stream().noneMatch(this::reachesInto);
  }

  private boolean reachesInto(Scope taken) {
    return scopes.stream()
        .anyMatch(scope -> taken.covers(scope) || (scope.covers(taken) && !isTaken(taken, except)));
  }
}
