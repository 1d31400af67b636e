/// Reports of a snapshot as files. May depend on `platform`, `journal`, `audits`, `gather` and
/// `findings`.
package app.stalekeys.server.report;
