package app.stalekeys.core.check;

import java.util.List;

/// A test over one application's part of a snapshot. Implementations are stateless, one small class
/// each; sentence, figures, evidence and remedies come from the class itself.
public interface Check {

  /// Where the check is examined beside each application.
  enum Reach {
    /// In each application by itself.
    APPLICATION,
    /// Also once over all of them together, as application `*`.
    ALSO_ACROSS
  }

  CheckCard card();

  default String id() {
    return card().id();
  }

  default String title() {
    return card().title();
  }

  default Severity severity() {
    return card().severity();
  }

  default List<Parameter> parameters() {
    return card().parameters();
  }

  /// The words set for a parameter, or its standard ones.
  default List<String> words(CheckSettings settings, String parameter) {
    List<String> set = settings.values().get(parameter);
    if (set != null) {
      return set;
    }
    return parameters().stream()
        .filter(known -> known.name().equals(parameter))
        .findFirst()
        .map(Parameter::standard)
        .orElseThrow(() -> new IllegalArgumentException("no parameter " + parameter));
  }

  /// The value set for a parameter, or its standard one.
  default int number(CheckSettings settings, String parameter) {
    return Integer.parseInt(words(settings, parameter).getFirst());
  }

  default Reach reach() {
    return Reach.APPLICATION;
  }

  /// What is missing beyond the needs of the card, seen from the snapshot itself; empty when it can run.
  default List<String> missing(Examination examination) {
    return List.of();
  }

  /// Whether the check says anything at all about what is examined: where it does not, there is no
  /// result, neither tested nor not tested.
  default boolean concerns(Examination examination) {
    return true;
  }

  /// Walks over the subjects and tells the examination which were tested and which are flagged.
  void examine(Examination examination);
}
