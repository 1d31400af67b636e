/// The access of all applications as at one date, built once from evidence. Entry point:
/// [Snapshot#build]. May depend on everything up to `match`.
package app.stalekeys.core.snapshot;
