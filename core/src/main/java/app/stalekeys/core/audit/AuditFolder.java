package app.stalekeys.core.audit;

import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.task.TaskList;
import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// A folder with an `audit.yaml` and the evidence it names.
public final class AuditFolder {

  public static final String FILE = "audit.yaml";

  private final Path folder;

  private AuditFolder(Path folder) {
    this.folder = folder;
  }

  /// @param text the audit file as it stands, empty when it could not be read
  /// @param audit null when an issue is unusable
  public record Opened(
      AuditFolder folder, String text, @Nullable AuditFile audit, List<Issue> issues) {
    public Opened {
      issues = List.copyOf(issues);
    }
  }

  /// Opens the folder and checks that every file it names is there and inside it.
  public static Opened open(Path path) throws IOException {
    AuditFolder folder = new AuditFolder(path.toAbsolutePath().normalize());
    Path file = folder.folder.resolve(FILE);
    if (!Files.isRegularFile(file)) {
      return new Opened(
          folder,
          "",
          null,
          List.of(
              Issue.unusable(
                  "audit-missing",
                  "no %s in this folder; expected an audit folder".formatted(FILE),
                  Place.ofFile(path.toString()))));
    }
    String text;
    try {
      text = Files.readString(file, StandardCharsets.UTF_8);
    } catch (MalformedInputException wrong) {
      return new Opened(
          folder,
          "",
          null,
          List.of(
              Issue.unusable(
                  "encoding-wrong",
                  "the file is not UTF-8; save it as UTF-8",
                  Place.ofFile(FILE))));
    }
    AuditFile.Parsed parsed = AuditFile.parse(text, FILE);
    List<Issue> issues = new ArrayList<>(parsed.issues());
    AuditFile audit = parsed.audit();
    if (audit != null) {
      audit.evidence().forEach(spec -> folder.checkPresent(spec, issues));
      folder.checkPrevious(audit, issues);
      audit = folder.withTasks(audit, issues);
      audit = folder.withOwnChecks(audit, issues);
      checkSettings(audit, issues);
    }
    boolean unusable = issues.stream().anyMatch(i -> i.weight() == Issue.Weight.UNUSABLE);
    return new Opened(folder, text, unusable ? null : audit, issues);
  }

  private void checkPresent(EvidenceSpec spec, List<Issue> issues) throws IllegalStateException {
    Path file = folder.resolve(spec.file()).normalize();
    if (!Files.isRegularFile(file)) {
      issues.add(
          Issue.unusable(
              "file-missing",
              "the file %s is named in %s and is not in the folder; add it or take the entry out"
                  .formatted(Quoted.text(spec.file()), FILE),
              Place.ofFile(spec.file())));
    } else if (!isInside(file)) {
      issues.add(
          Issue.unusable(
              "path-outside",
              "the path %s leads out of the audit folder through a link; put the file itself there"
                  .formatted(Quoted.text(spec.file())),
              Place.ofFile(spec.file())));
    }
  }

  /// Reads the file of tasks that the audit file names; its tasks then stand in the audit itself.
  private AuditFile withTasks(AuditFile audit, List<Issue> issues) throws IOException {
    String path = audit.tasks();
    String text = path == null ? null : beside("tasks", path, issues);
    if (path == null || text == null) {
      return audit;
    }
    AuditFileParser parser = new AuditFileParser(path);
    TaskList list = parser.parseTasks(text);
    issues.addAll(parser.issues());
    return list == null || !parser.issues().isEmpty() ? audit : audit.withDuties(list, null);
  }

  /// Reads the file of own checks that the audit file names; they then stand in the audit itself.
  private AuditFile withOwnChecks(AuditFile audit, List<Issue> issues) throws IOException {
    String path = audit.ownChecks();
    String text = path == null ? null : beside("own-checks", path, issues);
    if (path == null || text == null) {
      return audit;
    }
    AuditFileParser parser = new AuditFileParser(path);
    List<OwnCheck> own = parser.parseOwnChecks(text);
    issues.addAll(parser.issues());
    return parser.issues().isEmpty() ? audit.withOwn(own, null) : audit;
  }

  /// The text of a file that a key of the audit file names; null when it cannot be had, which is an issue.
  private @Nullable String beside(String key, String path, List<Issue> issues) throws IOException {
    Path file = folder.resolve(path).normalize();
    if (!Files.isRegularFile(file) || !isInside(file)) {
      issues.add(
          Issue.unusable(
              key + "-missing",
              "\"%s\" names %s, and no such file is in the folder; add it or take the key out"
                  .formatted(key, Quoted.text(path)),
              Place.ofFile(FILE)));
      return null;
    }
    try {
      return Files.readString(file, StandardCharsets.UTF_8);
    } catch (MalformedInputException wrong) {
      issues.add(
          Issue.unusable(
              "encoding-wrong", "the file is not UTF-8; save it as UTF-8", Place.ofFile(path)));
      return null;
    }
  }

  /// Settings may be of own checks, which are known only now.
  private static void checkSettings(AuditFile audit, List<Issue> issues) {
    Set<String> named = new LinkedHashSet<>(audit.checks().keySet());
    audit.applicationChecks().values().forEach(own -> named.addAll(own.keySet()));
    for (String id : named) {
      if (audit.check(id).isEmpty()) {
        issues.add(
            Issue.unusable(
                "check-unknown",
                "no check is called %s, neither in the catalogue nor under \"own-checks\""
                    .formatted(Quoted.text(id)),
                Place.ofFile(FILE)));
      }
    }
  }

  private void checkPrevious(AuditFile audit, List<Issue> issues) {
    String previous = audit.previous();
    if (previous != null && !Files.isRegularFile(folder.resolve(previous).resolve(FILE))) {
      issues.add(
          Issue.unusable(
              "previous-missing",
              "\"previous\" names %s, and no %s is there; give the path of the earlier audit folder, or take the key out"
                  .formatted(Quoted.text(previous), FILE),
              Place.ofFile(FILE)));
    }
  }

  /// The earlier audit folder to compare with; null when the audit file names none.
  ///
  /// @throws IOException when it cannot be read
  public @Nullable Opened previous(AuditFile audit) throws IOException {
    String previous = audit.previous();
    return previous == null ? null : open(folder.resolve(previous));
  }

  private boolean isInside(Path file) {
    try {
      return file.toRealPath().startsWith(folder.toRealPath());
    } catch (IOException unreadable) {
      return false;
    }
  }

  public Path path() {
    return folder;
  }

  /// The file of an entry that was checked on opening.
  public Path file(EvidenceSpec spec) {
    return folder.resolve(spec.file());
  }
}
