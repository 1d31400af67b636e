package app.stalekeys.core.snapshot;

import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// The licences of one application and what they are needed for. A higher rank covers the lower ones.
public final class Licences {

  private final Map<String, Long> ranks = new HashMap<>();

  /// The highest rank a rule asks for, by permission number.
  private final Map<Integer, Long> needed = new HashMap<>();

  static Licences read(Collection<? extends FactSource> sources, Universe universe) {
    Licences licences = new Licences();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.LICENCES,
          row -> licences.ranks.put(row.text("licence"), row.number("rank")));
    }
    for (int i = 0; i < universe.size(); i++) {
      PermissionDetail detail = universe.detail(i);
      if (detail != null) {
        licences.need(i, detail.licence());
      }
    }
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.LICENCE_RULES,
          row ->
              universe.named(new Permission(row.text("resource"), row.text("action"))).stream()
                  .forEach(number -> licences.need(number, row.text("licence"))));
    }
    return licences;
  }

  private void need(int permission, String licence) {
    Long rank = ranks.get(licence);
    if (rank != null) {
      needed.merge(permission, rank, Math::max);
    }
  }

  /// The rank of a licence; null when the list does not have it.
  public @Nullable Long rank(String licence) {
    return ranks.get(licence);
  }

  /// The rank a permission needs; 0 when it needs none.
  public long needed(int permission) {
    return needed.getOrDefault(permission, 0L);
  }
}
