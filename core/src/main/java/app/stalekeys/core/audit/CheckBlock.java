package app.stalekeys.core.audit;

import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Parameter;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.catalogue.Catalogue;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Quoted;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// Reads a `checks:` block: settings by check id.
final class CheckBlock {

  private static final List<String> PARAMETER_WORDS =
      List.of(
          "days",
          "share",
          "count",
          "minutes",
          "hours",
          "names",
          "patterns",
          "departments",
          "categories");

  private final YamlBlock block;
  private final List<Issue> issues;
  private final boolean ownToCome;

  /// @param ownToCome whether there are own checks, whose names are known later: what is in no catalogue
  ///     may be one of them
  CheckBlock(YamlBlock block, List<Issue> issues, boolean ownToCome) {
    this.block = block;
    this.issues = issues;
    this.ownToCome = ownToCome;
  }

  Map<String, CheckSettings> read() {
    Map<String, CheckSettings> settings = new LinkedHashMap<>();
    for (String id : block.keys()) {
      Optional<Check> check = Catalogue.check(id);
      if (check.isPresent()) {
        settings.put(id, settings(check.get(), block.block(id)));
      } else if (ownToCome) {
        settings.put(id, notKnownYet(block.block(id)));
      } else {
        block.faultAt(
            id,
            "check-unknown",
            "no check is called %s; the checks are %s"
                .formatted(
                    Quoted.text(id),
                    Quoted.names(Catalogue.checks().stream().map(Check::id).toList())));
      }
    }
    return settings;
  }

  private static CheckSettings settings(Check check, YamlBlock own) {
    Map<String, List<String>> values = new LinkedHashMap<>();
    for (Parameter parameter : check.parameters()) {
      if (parameter.isList()) {
        List<String> words = own.texts(parameter.name());
        if (words != null && parameter.name().equals("hours") && !areHours(words)) {
          own.faultAt(
              parameter.name(),
              "value-unreadable",
              "hours are %s, expected two times such as [\"07:00\", \"20:00\"]"
                  .formatted(Quoted.names(words)));
        } else if (words != null) {
          values.put(parameter.name(), words);
        }
      } else {
        number(own, parameter.name(), values);
      }
    }
    return finished(own, values);
  }

  private static boolean areHours(List<String> words) {
    return words.size() == 2
        && words.stream().allMatch(word -> word.matches("([01][0-9]|2[0-3]):[0-5][0-9]"));
  }

  private static void number(YamlBlock own, String name, Map<String, List<String>> values) {
    Integer value = own.parsed(name, "a whole number", Integer::valueOf);
    if (value != null && value < 0) {
      own.faultAt(
          name,
          "value-unreadable",
          "%s is %d, expected 0 or more".formatted(Quoted.text(name), value));
    } else if (value != null) {
      values.put(name, List.of(value.toString()));
    }
  }

  /// Settings of a check that is not known yet: any of the words that checks use for parameters.
  private static CheckSettings notKnownYet(YamlBlock own) {
    Map<String, List<String>> values = new LinkedHashMap<>();
    for (String word : PARAMETER_WORDS) {
      List<String> texts = own.texts(word);
      if (texts != null) {
        values.put(word, texts);
      }
    }
    return finished(own, values);
  }

  private static CheckSettings finished(YamlBlock own, Map<String, List<String>> values) {
    Boolean enabled = own.parsed("enabled", "true or false", CheckBlock::yesOrNo);
    String severity = own.text("severity");
    Severity fixed = severity == null ? null : severity(own, severity);
    own.finish();
    return new CheckSettings(enabled, fixed, values);
  }

  private static @Nullable Severity severity(YamlBlock own, String word) {
    Optional<Severity> severity = Severity.of(word);
    if (severity.isEmpty()) {
      own.faultAt(
          "severity",
          "value-unreadable",
          "severity is %s, expected one of %s"
              .formatted(Quoted.text(word), Quoted.names(Severity.words())));
    }
    return severity.orElse(null);
  }

  static Boolean yesOrNo(String text) {
    return switch (text) {
      case "true", "yes", "on" -> true;
      case "false", "no", "off" -> false;
      default -> throw new IllegalArgumentException("true or false");
    };
  }
}
