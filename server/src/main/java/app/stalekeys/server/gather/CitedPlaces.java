package app.stalekeys.server.gather;

import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/// Places as working papers cite them, with the file that a link opens.
@Service
public class CitedPlaces {

  /// @param citation the file's reference, such as `LED-2`
  /// @param evidenceId the file to open at `row`; 0 when it is not kept
  public record CitedPlace(String citation, String file, long evidenceId, long row) {}

  private final Evidence evidence;

  CitedPlaces(Evidence evidence) {
    this.evidence = evidence;
  }

  public Function<Place, CitedPlace> of(OpenSnapshot open) {
    Citations citations = Citations.of(open.file().evidence());
    Map<String, Long> ids =
        evidence.summaries(open.id()).stream()
            .collect(Collectors.toMap(Evidence.Summary::file, Evidence.Summary::id));
    return place ->
        new CitedPlace(
            citations.file(place.file()),
            place.file(),
            ids.getOrDefault(place.file(), 0L),
            place.row());
  }
}
