package app.stalekeys.server.command;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.audit.EvidenceText;
import app.stalekeys.core.source.Place;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;

/// The rows that findings rest on, out of the files of an audit folder: each file is walked over once.
final class RawRows {

  private RawRows() {}

  static Map<Place, String> of(Path folder, AuditRun.Outcome outcome, List<Place> places) {
    Map<String, TreeSet<Long>> byFile = new HashMap<>();
    places.forEach(
        place -> byFile.computeIfAbsent(place.file(), key -> new TreeSet<>()).add(place.row()));
    Map<Place, String> texts = new HashMap<>();
    for (AuditRun.ReadFile file : outcome.files()) {
      TreeSet<Long> wanted = byFile.get(file.spec().entry());
      if (wanted != null) {
        Path path = folder.resolve(outcome.audit().path(file.spec().entry()));
        try {
          EvidenceText.pick(
                  file.spec(),
                  () -> Files.newInputStream(path),
                  file.read().understanding(),
                  wanted)
              .forEach((row, text) -> texts.put(Place.ofRow(file.spec().entry(), row), text));
        } catch (IOException failed) {
          throw new UncheckedIOException(failed);
        }
      }
    }
    return texts;
  }
}
