/// Audits and their snapshots: which there are, and the audit file of each. May depend on `platform`
/// and `journal`.
package app.stalekeys.server.audits;
