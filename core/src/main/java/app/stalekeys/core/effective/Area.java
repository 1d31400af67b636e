package app.stalekeys.core.effective;

import app.stalekeys.core.access.Scope;
import app.stalekeys.core.source.CodePoints;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/// Where something holds: scopes, without the exceptions that lie inside them. Both are smallest sets.
public record Area(List<Scope> scopes, List<Scope> except) {

  public static final Area NOWHERE = new Area(List.of(), List.of());

  public Area {
    scopes = List.copyOf(scopes);
    except = List.copyOf(except);
  }

  /// The same area with its scopes in one order for all, so that equal areas are equal.
  public Area sorted() {
    return new Area(inOrder(scopes), inOrder(except));
  }

  private static List<Scope> inOrder(List<Scope> scopes) {
    return scopes.stream().sorted(Comparator.comparing(Scope::toString, CodePoints.ORDER)).toList();
  }

  /// The part that lies in both; nowhere when they do not overlap.
  public Area meet(Area other) {
    List<Scope> taken = new ArrayList<>(except);
    taken.addAll(other.except);
    List<Scope> met = new ArrayList<>();
    for (Scope one : scopes) {
      for (Scope two : other.scopes) {
        one.meet(two).filter(scope -> !isTaken(scope, taken)).ifPresent(met::add);
      }
    }
    return met.isEmpty() ? NOWHERE : new Area(met, taken);
  }

  public boolean isEmpty() {
    return scopes.isEmpty();
  }

  /// Whether some part of the organisation lies in both: where two of their scopes meet, outside the
  /// exceptions of both.
  public boolean overlaps(Area other) {
    return !meet(other).isEmpty();
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
