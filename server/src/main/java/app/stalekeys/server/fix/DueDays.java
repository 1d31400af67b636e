package app.stalekeys.server.fix;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.fix.WorkingDays;
import app.stalekeys.server.platform.Refusal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/// By when fixes of an audit are due.
@Service
class DueDays {

  /// @param days working days by severity
  /// @param holidays days on which nobody works, besides Saturdays and Sundays
  record FixSettings(Map<String, Integer> days, List<String> holidays) {}

  private final FixSettingsRows rows;
  private final JsonMapper json;

  DueDays(FixSettingsRows rows, JsonMapper json) {
    this.rows = rows;
    this.json = json;
  }

  @Transactional(readOnly = true)
  public FixSettings settings(long audit) {
    return rows.findById(audit)
        .map(row -> json.readValue(row.settings(), FixSettings.class))
        .orElseGet(() -> {
          Map<String, Integer> days = new java.util.LinkedHashMap<>();
          for (Severity one : Severity.values()) {
            days.put(one.word(), WorkingDays.STANDARD.days().getOrDefault(one, 1));
          }
          return new FixSettings(days, List.of());
        });
  }

  WorkingDays of(long audit) {
    return parse(settings(audit));
  }

  private static WorkingDays parse(FixSettings settings) {
    Map<Severity, Integer> days = new EnumMap<>(Severity.class);
    settings.days.forEach(
        (word, number) -> Severity.of(word).ifPresent(severity -> days.put(severity, number)));
    Set<LocalDate> holidays = new HashSet<>();
    for (String day : settings.holidays) {
      try {
        holidays.add(LocalDate.parse(day.strip()));
      } catch (DateTimeException noDay) {
        throw Refusal.unusable(
            "\"%s\" is no day; write it as 2026-12-24, one a line.".formatted(day));
      }
    }
    try {
      return new WorkingDays(days, holidays);
    } catch (IllegalArgumentException outOfRange) {
      throw Refusal.unusable(outOfRange.getMessage() + ".");
    }
  }

  @Transactional
  public void set(long audit, FixSettings settings) {
    parse(settings);
    FixSettingsRow row = rows.findById(audit).orElseGet(() -> new FixSettingsRow(audit));
    row.set(json.writeValueAsString(settings));
    rows.save(row);
  }
}
