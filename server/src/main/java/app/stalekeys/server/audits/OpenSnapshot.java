package app.stalekeys.server.audits;

import app.stalekeys.core.audit.AuditFile;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// A snapshot with its audit file read.
///
/// @param examinedAt null until the checks have run
public record OpenSnapshot(long id, long auditId, AuditFile file, @Nullable Instant examinedAt) {}
