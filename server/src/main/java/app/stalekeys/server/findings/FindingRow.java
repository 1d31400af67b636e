package app.stalekeys.server.findings;

import app.stalekeys.core.check.Finding;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Lob;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.jspecify.annotations.Nullable;

/// A finding as kept: columns to list, filter and sort by, and a body with figures and evidence.
@Entity
@Table(name = "finding")
@IdClass(FindingRow.Key.class)
class FindingRow {

  record Key(long snapshotId, String findingKey) implements Serializable {}

  @Id private long snapshotId;
  @Id private String findingKey = "";
  private int position;
  private String checkId = "";
  private String severity = "";
  private int severityRank;
  private String application = "";
  private String subjectType = "";
  private String subjectKey = "";
  private String person = "";
  private String personName = "";
  private @Nullable Long figure;
  private @Nullable Long measure;
  private boolean measuresDays;
  private String sentence = "";
  @Lob private String body = "";

  protected FindingRow() {}

  /// @param position its place in the order of the examination
  /// @param body figures and evidence as JSON
  FindingRow(long snapshotId, int position, Finding finding, String body) {
    this.snapshotId = snapshotId;
    this.findingKey = finding.id();
    this.position = position;
    this.checkId = finding.check();
    this.severity = finding.severity().word();
    this.severityRank = finding.severity().ordinal();
    this.application = finding.application();
    this.subjectType = finding.subject().type();
    this.subjectKey = finding.subject().key();
    this.person = text(finding, "person");
    this.personName = text(finding, "personName");
    this.figure = finding.facts().get("days") instanceof Long days ? days : null;
    this.measure = figure == null ? firstNumber(finding) : figure;
    this.measuresDays = figure != null;
    this.sentence = finding.sentence();
    this.body = body;
  }

  private static String text(Finding finding, String fact) {
    return String.valueOf(finding.facts().getOrDefault(fact, ""));
  }

  private static @Nullable Long firstNumber(Finding finding) {
    return finding.facts().values().stream()
        .filter(Long.class::isInstance)
        .map(Long.class::cast)
        .findFirst()
        .orElse(null);
  }

  /// The figure by which it is told whether the finding got worse: its days, else its first count. Null
  /// when it has none.
  @Nullable Long measure() {
    return measure;
  }

  /// Whether the measure grows by itself as time passes.
  boolean measuresDays() {
    return measuresDays;
  }

  int severityRank() {
    return severityRank;
  }

  String findingKey() {
    return findingKey;
  }

  String checkId() {
    return checkId;
  }

  String severity() {
    return severity;
  }

  String application() {
    return application;
  }

  String subjectType() {
    return subjectType;
  }

  String subjectKey() {
    return subjectKey;
  }

  String person() {
    return person;
  }

  String personName() {
    return personName;
  }

  @Nullable Long figure() {
    return figure;
  }

  String sentence() {
    return sentence;
  }

  String body() {
    return body;
  }
}
