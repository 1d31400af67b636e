package app.stalekeys.core.evidence;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// How the columns of one file become our fields, for each kind it serves.
///
/// @param head the file's head
/// @param byKind the bound columns of each kind, in the order of the kind's fields
public record ColumnMap(Head head, Map<Kind, List<Column>> byKind) {

  public ColumnMap {
    byKind = java.util.Collections.unmodifiableMap(new java.util.LinkedHashMap<>(byKind));
  }

  public List<Column> columns(Kind kind) {
    return byKind.getOrDefault(kind, List.of());
  }

  public Optional<Column> column(Kind kind, String field) {
    return columns(kind).stream().filter(column -> column.field().name().equals(field)).findFirst();
  }

  /// Position and name of the columns that no field of any kind uses: kept as attributes. A name
  /// that stands twice gets its position behind it, so that neither column is lost.
  public Map<Integer, String> attributes() {
    Set<Integer> used =
        byKind.values().stream()
            .flatMap(List::stream)
            .map(Column::position)
            .collect(Collectors.toSet());
    Map<Integer, String> attributes = new TreeMap<>();
    IntStream.range(0, head.size())
        .filter(i -> !used.contains(i))
        .forEach(i -> attributes.put(i, attributeName(i)));
    return attributes;
  }

  private String attributeName(int position) {
    String name = head.names().get(position);
    boolean unique = !name.isEmpty() && head.positions(name).size() == 1;
    return unique ? name : name + " (column " + (position + 1) + ")";
  }
}
