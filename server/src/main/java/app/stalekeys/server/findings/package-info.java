/// The triage desk: findings of a snapshot, decisions on them, and the examination that makes them.
/// Entry points: [Examinations], [FindingList], [FindingsController]. May depend on `platform`, `jobs`,
/// `journal`, `audits` and `gather`.
package app.stalekeys.server.findings;
