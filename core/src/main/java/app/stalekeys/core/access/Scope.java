package app.stalekeys.core.access;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/// The part of the organisation a grant is limited to: a `/` path compared segment by segment. The
/// empty path is everywhere. Immutable; its hash is computed once, for a snapshot looks scopes up by the million.
public final class Scope {

  public static final Scope EVERYWHERE = new Scope(List.of());

  private final List<String> segments;
  private final int hash;

  private Scope(List<String> segments) {
    this.segments = List.copyOf(segments);
    this.hash = this.segments.hashCode();
  }

  public static Scope of(String path) {
    return path.isEmpty()
        ? EVERYWHERE
        : new Scope(
            Arrays.stream(path.split("/"))
                .map(String::strip)
                .filter(segment -> !segment.isEmpty())
                .toList());
  }

  /// The parts of the path, the widest first; none for everywhere.
  public List<String> segments() {
    return segments;
  }

  /// Whether this is empty, equal to the other, or a prefix of it.
  public boolean covers(Scope other) {
    return segments.size() <= other.segments.size()
        && other.segments.subList(0, segments.size()).equals(segments);
  }

  /// The deeper of the two when one covers the other, else nothing.
  public Optional<Scope> meet(Scope other) {
    if (covers(other)) {
      return Optional.of(other);
    }
    return other.covers(this) ? Optional.of(this) : Optional.empty();
  }

  @Override
  public boolean equals(Object other) {
    return this == other
        || (other instanceof Scope scope && hash == scope.hash && segments.equals(scope.segments));
  }

  @Override
  public int hashCode() {
    return hash;
  }

  @Override
  public String toString() {
    return String.join("/", segments);
  }
}
