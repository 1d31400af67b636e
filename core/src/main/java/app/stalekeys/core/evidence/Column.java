package app.stalekeys.core.evidence;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/// One of our fields bound to a column of a file.
///
/// @param position index in the [Head]
/// @param name the column's head as the file has it
/// @param split text between several values in one cell, null for one value a cell
/// @param how what bound the column to the field
/// @param words the declared table from the file's words to ours; empty when none was declared
public record Column(
    Field field,
    int position,
    String name,
    How how,
    @Nullable String split,
    Map<String, String> words) {

  /// What bound a column to a field, the surest first.
  public enum How {
    DECLARED("declared"),
    OWN_NAME("bears the field's own name"),
    KIND_WORD("a usual word for it in this kind of list"),
    COMMON_WORD("a usual word for it");

    private final String words;

    How(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  public Column {
    words = Map.copyOf(words);
  }
}
