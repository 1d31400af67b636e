package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.source.Place;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/// Short names for files, as working papers use them: `LED-2` is the second file of the application
/// `ledger`, `ORG-1` the first of the whole organisation. Fixed by the order of the audit file.
public final class Citations {

  private static final String ORGANISATION = "ORG";
  private static final int LETTERS = 3;

  private final Map<String, String> byFile = new LinkedHashMap<>();

  private Citations() {}

  public static Citations of(List<EvidenceSpec> evidence) {
    Citations citations = new Citations();
    Map<String, String> prefixes = new HashMap<>();
    Map<String, Integer> counts = new HashMap<>();
    for (EvidenceSpec spec : evidence) {
      String owner = spec.application() == null ? "" : spec.application();
      String prefix = prefixes.get(owner);
      if (prefix == null) {
        prefix = prefix(owner, prefixes);
        prefixes.put(owner, prefix);
      }
      int number = counts.merge(prefix, 1, Integer::sum);
      citations.byFile.put(spec.entry(), prefix + "-" + number);
    }
    return citations;
  }

  private static String prefix(String application, Map<String, String> taken) {
    if (application.isEmpty()) {
      return ORGANISATION;
    }
    String letters = application.toUpperCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    for (int length = Math.min(LETTERS, letters.length()); length <= letters.length(); length++) {
      String prefix = letters.substring(0, length);
      if (!prefix.isEmpty() && !prefix.equals(ORGANISATION) && !taken.containsValue(prefix)) {
        return prefix;
      }
    }
    return letters + (taken.size() + 1);
  }

  /// The file's short name; the path itself for a file the audit does not know.
  public String file(String file) {
    return byFile.getOrDefault(file, file);
  }

  /// `LED-2 · row 418`, or `LED-2` for a file as a whole.
  public String cite(Place place) {
    String file = file(place.file());
    return place.row() == 0 ? file : file + " · row " + place.row();
  }
}
