package app.stalekeys.core.evidence.read;

import app.stalekeys.core.source.Workers;

/// How a reader goes over a file.
///
/// @param assumes whether it may take for granted what only the whole file proves, and begin anew when it was wrong
/// @param workers who fetches and decodes ahead
record Pace(boolean assumes, Workers workers) {

  /// Nothing assumed, one thing after the other.
  static final Pace STEADY = new Pace(false, Workers.ONE);
}
