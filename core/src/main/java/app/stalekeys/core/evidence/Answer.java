package app.stalekeys.core.evidence;

/// A yes or no that an export may leave open. An open answer never counts as either.
public enum Answer {
  YES,
  NO,
  UNKNOWN
}
