package app.stalekeys.core.check;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// What was set for one check: by the audit, or nearer, by an application.
///
/// @param enabled null when nothing was said
/// @param severity a fixed severity instead of the check's own; null when nothing was said
/// @param values parameters by name, as texts; checked against the check's own list when read
public record CheckSettings(
    @Nullable Boolean enabled, @Nullable Severity severity, Map<String, List<String>> values) {

  public static final CheckSettings NONE = new CheckSettings(null, null, Map.of());

  public CheckSettings {
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
  }

  /// These settings with the nearer ones laid over them.
  public CheckSettings under(CheckSettings nearer) {
    Map<String, List<String>> merged = new LinkedHashMap<>(values);
    merged.putAll(nearer.values);
    return new CheckSettings(
        nearer.enabled == null ? enabled : nearer.enabled,
        nearer.severity == null ? severity : nearer.severity,
        merged);
  }

  public boolean isOn() {
    return enabled == null || enabled;
  }
}
