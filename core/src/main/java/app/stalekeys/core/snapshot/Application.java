package app.stalekeys.core.snapshot;

import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.match.Ruling;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// A business application under audit, as the audit file describes it.
///
/// @param owner a person's id, or empty
/// @param criticality `high`, `medium`, `low`, or empty
/// @param levels actions from lowest to highest; empty when the application has no levels
/// @param addresses ranges from which sign-ins are expected, as declared
/// @param links where a subject can be opened in the application itself, by subject type
/// @param rulings what was decided about whose its accounts are
public record Application(
    String id,
    String name,
    String owner,
    String criticality,
    IdRule ids,
    List<String> levels,
    List<String> addresses,
    Map<String, String> links,
    List<Ruling> rulings) {

  public Application {
    levels = List.copyOf(levels);
    addresses = List.copyOf(addresses);
    rulings = List.copyOf(rulings);
    links = Collections.unmodifiableMap(new LinkedHashMap<>(links));
  }

  /// The same application with another list of decisions.
  public Application ruledBy(List<Ruling> others) {
    return new Application(id, name, owner, criticality, ids, levels, addresses, links, others);
  }
}
