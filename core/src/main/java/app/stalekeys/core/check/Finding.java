package app.stalekeys.core.check;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.source.Place;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// What a check flags: one subject, its figures, its evidence rows.
///
/// @param id the same from run to run for the same check, application and subject
/// @param check the check's id
/// @param application the application's id
/// @param scope the part of the organisation it is limited to, empty for everywhere
/// @param sentence what is wrong, in one sentence with its figures
/// @param facts the figures by name, in the order in which they are read; values are texts, whole
///     numbers, yes or no, or lists of texts
/// @param evidence the rows it rests on; row 0 cites a file as a whole
public record Finding(
    String id,
    String check,
    Severity severity,
    String application,
    Subject subject,
    String scope,
    String sentence,
    Map<String, Object> facts,
    List<Place> evidence) {

  private static final int ID_LENGTH = 16;

  public Finding {
    facts = Collections.unmodifiableMap(new LinkedHashMap<>(facts));
    evidence = List.copyOf(evidence);
  }

  /// The stable id: the first 16 hexadecimal digits of SHA-256 over check, application, type and key,
  /// with a line feed between. 64 bits: among a million findings two meet with odds of 1 in 37 million.
  ///
  /// @param apart a conflict's id; empty for other checks
  static String id(String check, String application, Subject subject, String apart) {
    String text = String.join("\n", check, application, subject.type(), subject.key());
    text += apart.isEmpty() ? "" : "\n" + apart;
    return Sha256.of(text.getBytes(StandardCharsets.UTF_8)).substring(0, ID_LENGTH);
  }
}
