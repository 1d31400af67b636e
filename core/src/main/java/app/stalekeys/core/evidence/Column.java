package app.stalekeys.core.evidence;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/// One of our fields bound to a column of a file.
///
/// @param position index in the [Head]
/// @param name the column's head as the file has it
/// @param split text between several values in one cell, null for one value a cell
/// @param words the declared table from the file's words to ours; empty when none was declared
public record Column(
    Field field, int position, String name, @Nullable String split, Map<String, String> words) {

  public Column {
    words = Map.copyOf(words);
  }
}
