package app.stalekeys.core.evidence;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/// Grants with one row a holder and one column a permission.
///
/// @param holderType `role` or `account`, for every row
/// @param letters what each letter in a cell means as an action; empty when the columns' heads are
///     `resource:action` and a cell only says yes or no
public record Wide(String holderType, Map<String, String> letters) {

  public Wide {
    letters = Collections.unmodifiableMap(new LinkedHashMap<>(letters));
  }
}
