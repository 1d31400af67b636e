package app.stalekeys.core.certify;

import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.source.CodePoints;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/// The hash over a finished round. Whoever changes a decision afterwards changes it.
public final class Seal {

  /// What became of one item.
  ///
  /// @param reviewer the id of the person who had to decide
  /// @param at when it was decided, ISO 8601; empty when it was not
  public record Decided(
      String key, String reviewer, String choice, String reason, String to, String at) {}

  private Seal() {}

  /// SHA-256 over the round's name, the as-of date and the items in the order of their keys, each field followed by a
  /// line feed; a line feed or backslash inside a field stands as `\n` or `\\`.
  public static String of(String round, String asOf, Collection<Decided> items) {
    StringBuilder text = new StringBuilder();
    field(text, round);
    field(text, asOf);
    items.stream()
        .sorted(Comparator.comparing(Decided::key, CodePoints.ORDER))
        .forEach(item ->
            List.of(item.key, item.reviewer, item.choice, item.reason, item.to, item.at)
                .forEach(one -> field(text, one)));
    return Sha256.of(text.toString().getBytes(StandardCharsets.UTF_8));
  }

  private static void field(StringBuilder text, String field) {
    text.append(field.replace("\\", "\\\\").replace("\n", "\\n")).append('\n');
  }
}
