/// The audit folder and the façade: folder in, results out. Server and command line start here.
///
/// Entry points: [AuditFile#parse] reads `audit.yaml`, [EvidenceReader] reads one file of evidence,
/// [AuditRun] does a whole folder. May depend on all of the core; nothing in the core depends on it.
package app.stalekeys.core.audit;
