package app.stalekeys.core.evidence;

/// Receives what reading a file yields, as it is found. Until the reading has ended well, nothing it
/// received may be relied on: a file is taken whole or not at all.
public interface FactSink {

  void segment(Segment segment);

  /// A segment to be sealed, in the order of the file. Whoever seals elsewhere keeps that order.
  default void draft(SegmentDraft draft) {
    segment(draft.seal());
  }

  /// Everything has been handed over; returns when all of it was received.
  default void complete() {}

  void reject(Reject reject);

  /// Forgets everything received: the reading begins anew, because a late row showed that the file is
  /// to be understood otherwise.
  void restart();

  /// Rows taken in hand so far; called often, must be quick. Return false to stop the reading.
  default boolean progress(long rows) {
    return true;
  }
}
