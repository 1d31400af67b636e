package app.stalekeys.server.findings;

/// A snapshot was examined, and its findings are kept. Sent within the same job.
public record Examined(long snapshotId) {}
