/// What leaves the house: the findings report, and packs that are put together from parts, looked at page by page, made
/// with a manifest, and kept. May depend on `platform`, `journal`, `jobs`, `audits`, `gather`, `findings`, `certify`
/// and `fix`.
package app.stalekeys.server.report;
