package app.stalekeys.core.evidence.read;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Head;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Synonyms;
import java.util.List;

/// How much a row looks like the head of a table: by the names the audit file declares, else by our
/// fields and their synonyms.
final class KnownHeads {

  private final EvidenceSpec spec;

  KnownHeads(EvidenceSpec spec) {
    this.spec = spec;
  }

  /// How many names are known among the cells; for several kinds, the most of any one.
  int known(List<String> cells) {
    Head head = new Head(cells, 0);
    if (!spec.columns().isEmpty()) {
      return (int)
          spec.columns().values().stream().filter(name -> !head.positions(name).isEmpty()).count();
    }
    List<Kind> kinds = spec.kinds().isEmpty() ? List.of(Kind.values()) : spec.kinds();
    return Synonyms.standard().known(head.names(), kinds);
  }
}
