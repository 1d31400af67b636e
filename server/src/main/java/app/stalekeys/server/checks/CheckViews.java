package app.stalekeys.server.checks;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckResult;
import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.Parameter;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.check.own.OwnCheckText;
import app.stalekeys.core.snapshot.Application;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// What the page of checks shows.
final class CheckViews {

  record ParameterView(String name, boolean list, List<String> standard, String words) {}

  /// What was set in one place.
  ///
  /// @param enabled null when nothing was said; @param severity likewise
  record SettingView(
      @Nullable Boolean enabled, @Nullable String severity, Map<String, List<String>> values) {

    static SettingView of(CheckSettings settings) {
      Severity severity = settings.severity();
      return new SettingView(
          settings.enabled(), severity == null ? null : severity.word(), settings.values());
    }
  }

  /// How a check fared in one place, and what is set for it there.
  ///
  /// @param application an application's id, or `*` for all of them together
  /// @param state `tested`, `not-tested`, `switched-off`
  record CheckPlace(
      String application,
      String name,
      SettingView setting,
      String state,
      int tested,
      int flagged,
      List<String> missing) {}

  record OwnText(
      String id,
      String title,
      String subject,
      String condition,
      String severity,
      String why,
      String remedy) {

    static OwnText of(OwnCheckText text) {
      return new OwnText(
          text.id(),
          text.title(),
          text.subject(),
          text.condition(),
          text.severity().word(),
          text.why(),
          text.remedy());
    }
  }

  /// @param own null for a check of the catalogue
  record CheckView(
      String id,
      String title,
      String group,
      String why,
      String severity,
      String severityRule,
      String population,
      List<List<String>> needs,
      List<String> references,
      List<ParameterView> parameters,
      SettingView setting,
      List<CheckPlace> places,
      @Nullable OwnText own) {}

  private CheckViews() {}

  static CheckView of(Check check, AuditFile file, List<CheckResult> results) {
    return new CheckView(
        check.id(),
        check.title(),
        check.card().group(),
        check.card().why(),
        check.severity().word(),
        check.card().severityRule(),
        check.card().population(),
        check.card().needs(),
        check.card().references(),
        check.parameters().stream().map(CheckViews::parameter).toList(),
        SettingView.of(file.checks().getOrDefault(check.id(), CheckSettings.NONE)),
        places(check, file, results),
        check instanceof OwnCheck own ? OwnText.of(own.text()) : null);
  }

  private static ParameterView parameter(Parameter parameter) {
    return new ParameterView(
        parameter.name(), parameter.isList(), parameter.standard(), parameter.words());
  }

  private static List<CheckPlace> places(Check check, AuditFile file, List<CheckResult> results) {
    return results.stream()
        .filter(result -> result.check().equals(check.id()))
        .map(result ->
            new CheckPlace(
                result.application(),
                name(file, result.application()),
                SettingView.of(
                    file.applicationChecks()
                        .getOrDefault(result.application(), Map.of())
                        .getOrDefault(check.id(), CheckSettings.NONE)),
                result.state().name().toLowerCase(Locale.ROOT).replace('_', '-'),
                result.tested(),
                result.flagged(),
                result.missing()))
        .toList();
  }

  private static String name(AuditFile file, String application) {
    return Stream.concat(
            file.applications().stream()
                .filter(one -> one.id().equals(application))
                .map(Application::name),
            Stream.of("all together"))
        .findFirst()
        .orElseThrow();
  }
}
