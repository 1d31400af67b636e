package app.stalekeys.reports;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// The lists of a part as tables that can be filtered: several lists of one shape become one, with a column that says
/// which of them a row is from.
final class PackGrids {

  private PackGrids() {}

  static List<Block.Grid> of(PackSection section) {
    Map<List<Block.Column>, List<Block.Grid>> byShape = new LinkedHashMap<>();
    section
        .grids()
        .forEach(
            grid -> byShape.computeIfAbsent(grid.columns(), key -> new ArrayList<>()).add(grid));
    List<Block.Grid> grids = new ArrayList<>();
    byShape.forEach((columns, own) ->
        grids.add(own.size() == 1 ? own.getFirst() : merged(section.part().words(), columns, own)));
    return grids;
  }

  private static Block.Grid merged(
      String name, List<Block.Column> columns, List<Block.Grid> grids) {
    List<Block.Column> heads = new ArrayList<>(List.of(Block.Column.text("List", 20)));
    heads.addAll(columns);
    List<List<String>> rows = new ArrayList<>();
    for (Block.Grid grid : grids) {
      for (List<String> row : grid.rows()) {
        List<String> cells = new ArrayList<>(List.of(grid.name()));
        cells.addAll(row);
        rows.add(cells);
      }
    }
    return new Block.Grid(name, heads, rows);
  }
}
