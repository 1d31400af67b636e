package app.stalekeys.reports;

import java.util.List;

/// One part of a pack, written out.
record PackSection(PackPart part, List<Block> blocks) {
  PackSection {
    blocks = List.copyOf(blocks);
  }

  List<Block.Grid> grids() {
    return blocks.stream()
        .filter(Block.Grid.class::isInstance)
        .map(Block.Grid.class::cast)
        .toList();
  }
}
