/// Evidence as received and as read: original bytes, facts, rejects, issues, tie-out. Entry points:
/// [Evidence] for other features, [GatherController] for the screen. May depend on `platform`, `jobs`,
/// `journal` and `audits`.
package app.stalekeys.server.gather;
