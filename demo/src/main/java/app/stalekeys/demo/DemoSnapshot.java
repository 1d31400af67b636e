package app.stalekeys.demo;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.audit.AuditFolder;
import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.snapshot.Snapshot;
import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/// What the written demo says of access, without its logs: what people are then said to have decided rests on it.
final class DemoSnapshot {

  private static final Set<Kind> NEEDED =
      EnumSet.of(
          Kind.PEOPLE,
          Kind.ACCOUNTS,
          Kind.ROLES,
          Kind.NESTING,
          Kind.ASSIGNMENTS,
          Kind.GRANTS,
          Kind.PERMISSIONS);

  private DemoSnapshot() {}

  /// @param folder a written audit of the demo
  static Snapshot of(Path folder) throws IOException {
    AuditFolder.Opened opened = AuditFolder.open(folder);
    AuditFile audit = Objects.requireNonNull(opened.audit());
    List<EvidenceSpec> some =
        audit.evidence().stream()
            .filter(
                spec -> spec.kinds().isEmpty() || spec.kinds().stream().anyMatch(NEEDED::contains))
            .toList();
    AuditRun.Answer answer =
        AuditRun.run(
            new AuditFolder.Opened(
                opened.folder(),
                opened.text(),
                audit.withEvidence(some).comparedWith(null),
                List.of()));
    if (answer instanceof AuditRun.Answer.Ran ran) {
      return ran.outcome().snapshot();
    }
    throw new IllegalStateException("the demo cannot be read: " + answer);
  }
}
