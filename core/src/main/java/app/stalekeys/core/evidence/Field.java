package app.stalekeys.core.evidence;

import java.util.List;

/// One of our fields of a kind of evidence.
///
/// @param name as written in the audit file, such as `last-sign-in`
/// @param required whether a row without it is rejected
/// @param words the closed list for [FieldType#WORD], empty for other types
public record Field(String name, FieldType type, boolean required, List<String> words) {

  public Field {
    words = List.copyOf(words);
    if ((type == FieldType.WORD) == words.isEmpty()) {
      throw new IllegalArgumentException("words belong to a WORD field and to no other: " + name);
    }
  }
}
