package app.stalekeys.core.snapshot;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Place;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/// Somebody asked for access. Texts are empty where the list has none.
///
/// @param at milliseconds since 1970-01-01 UTC
public record AccessRequest(
    String id,
    long at,
    String directory,
    String account,
    String person,
    String role,
    String permission,
    String decision,
    Place place) {

  private static final Set<String> YES =
      Set.of("approved", "approve", "yes", "granted", "accepted");

  static List<AccessRequest> read(Collection<? extends FactSource> sources) {
    List<AccessRequest> requests = new ArrayList<>();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.REQUESTS,
          row ->
              requests.add(
                  new AccessRequest(
                      row.text("request"),
                      row.number("at"),
                      row.text("directory"),
                      row.text("account"),
                      row.text("person"),
                      row.text("role"),
                      row.text("permission"),
                      row.text("decision"),
                      row.place())));
    }
    return requests;
  }

  /// Those that were approved. A list without decisions holds approved ones only; where some stand, a request
  /// without one still waits for it.
  public static List<AccessRequest> approved(List<AccessRequest> all) {
    boolean decided = all.stream().anyMatch(request -> !request.decision.isEmpty());
    return decided ? all.stream().filter(AccessRequest::saysYes).toList() : all;
  }

  private boolean saysYes() {
    return YES.contains(decision.toLowerCase(Locale.ROOT));
  }
}
