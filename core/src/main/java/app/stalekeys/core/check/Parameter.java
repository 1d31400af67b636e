package app.stalekeys.core.check;

import java.util.List;

/// A number, or a list of words, that an auditor may set for a check.
///
/// @param name as written in the audit file, such as `days`
/// @param isList whether it is a list of words; else a whole number of 0 or more
/// @param standard what holds when nothing is set: the words, or the number as its one word
/// @param words what it means, for the check's page
public record Parameter(String name, boolean isList, List<String> standard, String words) {

  public Parameter {
    standard = List.copyOf(standard);
  }

  static Parameter number(String name, int standard, String words) {
    return new Parameter(name, false, List.of(String.valueOf(standard)), words);
  }

  static Parameter list(String name, List<String> standard, String words) {
    return new Parameter(name, true, standard, words);
  }
}
