package app.stalekeys.core.access;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/// The part of the organisation a grant is limited to: a `/` path compared segment by segment. The
/// empty path is everywhere.
public record Scope(List<String> segments) {

  public static final Scope EVERYWHERE = new Scope(List.of());

  public Scope {
    segments = List.copyOf(segments);
  }

  public static Scope of(String path) {
    return new Scope(
        Arrays.stream(path.split("/"))
            .map(String::strip)
            .filter(segment -> !segment.isEmpty())
            .toList());
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
  public String toString() {
    return segments.stream().collect(Collectors.joining("/"));
  }
}
