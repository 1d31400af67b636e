package app.stalekeys.core.support;

import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.source.Issue;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/// Builds an audit folder from texts and runs it the way the command line does. Starts with one
/// application `app` and the as-of date 2026-06-30 in UTC.
public final class TestAudit {

  private final Path folder;
  private String head = "audit: Test\nas-of: 2026-06-30\nzone: UTC\n";
  private String application = "    name: App\n";
  private String shared = "";
  private String evidence = "";
  private String tail = "";

  public TestAudit() {
    try {
      folder = Files.createTempDirectory("audit");
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  public TestAudit zone(String zone) {
    head = head.replace("zone: UTC", "zone: " + zone);
    return this;
  }

  /// Lines of the application's block, such as `ids: {case: ignore}`.
  public TestAudit application(String... lines) {
    application += "    " + String.join("\n    ", lines) + "\n";
    return this;
  }

  /// The roster; columns named as our fields.
  public TestAudit people(String... lines) {
    shared = "evidence:\n  - {file: people.csv, kind: people}\n";
    return file("people.csv", lines);
  }

  public TestAudit accounts(String... lines) {
    return evidence("{file: accounts.csv, kind: accounts}").file("accounts.csv", lines);
  }

  public TestAudit roles(String... lines) {
    return evidence("{file: roles.csv, kind: roles}").file("roles.csv", lines);
  }

  public TestAudit assignments(String... lines) {
    return evidence("{file: assignments.csv, kind: assignments}").file("assignments.csv", lines);
  }

  public TestAudit nesting(String... lines) {
    return evidence("{file: nesting.csv, kind: nesting}").file("nesting.csv", lines);
  }

  public TestAudit signIns(String... lines) {
    return evidence("{file: sign-ins.csv, kind: sign-ins}").file("sign-ins.csv", lines);
  }

  public TestAudit grants(String... lines) {
    return evidence("{file: grants.csv, kind: grants}").file("grants.csv", lines);
  }

  public TestAudit permissions(String... lines) {
    return evidence("{file: permissions.csv, kind: permissions}").file("permissions.csv", lines);
  }

  public TestAudit activity(String... lines) {
    return evidence("{file: activity.csv, kind: activity}").file("activity.csv", lines);
  }

  /// One more file of the whole organisation, columns named as our fields; after the roster.
  public TestAudit shared(String kind, String... lines) {
    shared = shared.isEmpty() ? "evidence:\n" : shared;
    shared += "  - {file: %s.csv, kind: %s}\n".formatted(kind, kind);
    return file(kind + ".csv", lines);
  }

  /// One more entry of the application's evidence, in YAML's flow form.
  public TestAudit evidence(String entry) {
    evidence += "      - " + entry + "\n";
    return this;
  }

  public TestAudit file(String name, String... lines) {
    return bytes(name, (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
  }

  public TestAudit file(String name, Charset charset, String text) {
    return bytes(name, text.getBytes(charset));
  }

  public TestAudit bytes(String name, byte[] bytes) {
    try {
      Path file = folder.resolve(name);
      Files.createDirectories(file.getParent());
      Files.write(file, bytes);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    return this;
  }

  /// Further lines at the top level, such as `checks: {dormant: {days: 60}}`.
  public TestAudit with(String line) {
    tail += line + "\n";
    return this;
  }

  private AuditRun.Answer answer() {
    String list = evidence.isEmpty() ? "" : "    evidence:\n" + evidence;
    file("audit.yaml", head + shared + "applications:\n  - id: app\n" + application + list + tail);
    try {
      return AuditRun.run(AuditFolder.open(folder));
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /// Runs an audit that must be usable.
  public OutcomeAssert run() {
    return switch (answer()) {
      case AuditRun.Answer.Ran ran -> new OutcomeAssert(ran.outcome());
      case AuditRun.Answer.Unusable unusable ->
          throw new AssertionError("unusable: " + lines(unusable.issues()));
    };
  }

  /// Runs an audit that must be refused; gives the lines a user would read.
  public List<String> refusal() {
    return switch (answer()) {
      case AuditRun.Answer.Ran ran -> throw new AssertionError("ran: " + ran.outcome().issues());
      case AuditRun.Answer.Unusable unusable ->
          lines(
              unusable.issues().stream()
                  .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
                  .toList());
    };
  }

  private static List<String> lines(List<Issue> issues) {
    return issues.stream().map(Issue::line).toList();
  }
}
