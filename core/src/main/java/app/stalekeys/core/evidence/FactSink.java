package app.stalekeys.core.evidence;

/// Receives what reading a file yields, as it is found. Until the reading has ended well, nothing it
/// received may be relied on: a file is taken whole or not at all.
public interface FactSink {

  void segment(Segment segment);

  void reject(Reject reject);

  /// Forgets everything received: the reading begins anew, because a late row showed that the file is
  /// to be understood otherwise.
  void restart();

  /// Rows taken in hand so far; called often, must be quick. Return false to stop the reading.
  default boolean progress(long rows) {
    return true;
  }
}
