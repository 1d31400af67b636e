package app.stalekeys.server.audits;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.evidence.EvidenceSpec;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// A snapshot with its audit file read.
///
/// @param examinedAt null until the checks have run
public record OpenSnapshot(long id, long auditId, AuditFile file, @Nullable Instant examinedAt) {

  /// How a file is described in the audit file; undeclared when it is not there.
  public EvidenceSpec spec(String name, @Nullable String application) {
    return file.entry(name).orElseGet(() -> EvidenceSpec.undeclared(name, application));
  }
}
