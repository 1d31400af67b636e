package app.stalekeys.core.watch;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.audit.HeldFacts;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.signin.Outcome;
import java.io.IOException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/// Attempts out of bytes that came by wire or lie in a file: read through the same door as evidence.
///
/// @param events in the order of time
/// @param rejects rows that could not be read, each with its reason
/// @param problems why nothing could be read; empty when something could
public record WatchReading(List<WatchEvent> events, List<Reject> rejects, List<String> problems) {

  public WatchReading {
    events = List.copyOf(events);
    rejects = List.copyOf(rejects);
    problems = List.copyOf(problems);
  }

  /// @throws IOException when the bytes cannot be had
  public static WatchReading of(String name, ByteSource bytes, ZoneId zone) throws IOException {
    EvidenceSpec spec = EvidenceSpec.ofKinds(name, null, List.of(Kind.SIGN_INS));
    HeldFacts held = new HeldFacts(name, null);
    EvidenceReader.Read read = EvidenceReader.read(spec, bytes, zone, held);
    if (!read.usable()) {
      return new WatchReading(
          List.of(), List.of(), read.issues().stream().map(issue -> issue.line()).toList());
    }
    held.served(read.fields());
    List<WatchEvent> events = new ArrayList<>();
    FactCursor.forEach(
        held,
        Kind.SIGN_INS,
        row ->
            events.add(
                new WatchEvent(
                    row.number("at"),
                    row.text("account"),
                    Outcome.of(row.text("outcome")),
                    row.text("address"),
                    row.text("client"),
                    row.text("reason"))));
    events.sort(Comparator.comparingLong(WatchEvent::at));
    return new WatchReading(events, held.rejects(), List.of());
  }
}
