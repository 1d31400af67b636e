package app.stalekeys.core.snapshot;

import app.stalekeys.core.evidence.Answer;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// A machine or service that applications run on. Texts are empty where the export has none.
public record SystemRecord(
    String id,
    String name,
    String version,
    String requiredVersion,
    Answer online,
    @Nullable LocalDate certificateExpires,
    String owner,
    Place place) {

  static List<SystemRecord> read(Collection<? extends FactSource> sources) {
    List<SystemRecord> systems = new ArrayList<>();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.SYSTEMS,
          row ->
              systems.add(
                  new SystemRecord(
                      row.text("system"),
                      row.text("name"),
                      row.text("version"),
                      row.text("required-version"),
                      row.answer("online"),
                      row.day("certificate-expires"),
                      row.text("owner"),
                      row.place())));
    }
    return systems;
  }
}
