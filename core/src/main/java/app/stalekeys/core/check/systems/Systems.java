package app.stalekeys.core.check.systems;

import app.stalekeys.core.check.Examination;
import app.stalekeys.core.snapshot.SystemRecord;
import java.util.List;

/// Which systems an examination looks at: an application's own, and over all applications those of the
/// whole organisation.
final class Systems {

  private Systems() {}

  static List<SystemRecord> of(Examination examination) {
    return examination.isAcross()
        ? examination.snapshot().systems()
        : examination.access().records().systems();
  }

  /// An application without a list of its own is spoken of only when the organisation has none either:
  /// otherwise its systems are among those.
  static boolean concerns(Examination examination) {
    boolean shared = examination.snapshot().shared().has("systems");
    if (examination.isAcross()) {
      return shared;
    }
    return !shared || !examination.access().records().systems().isEmpty();
  }
}
