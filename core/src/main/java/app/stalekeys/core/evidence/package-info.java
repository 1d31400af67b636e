/// What the columns of an export become: the kinds of evidence and their fields, column maps, the
/// reading of days, times, words and flags, rejects, tie-out, and the sealed segments of facts.
///
/// Entry points: [Kind] lists fields, [EvidenceSpec] says how one file is to be read,
/// [Interpreter] turns raw records into [Segment]s. May depend on `source` and `bits`; the formats
/// themselves are in `evidence.read`, which depends on this package and not the other way round.
package app.stalekeys.core.evidence;
