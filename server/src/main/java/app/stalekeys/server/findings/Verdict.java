package app.stalekeys.server.findings;

/// What an auditor decides about a finding.
enum Verdict {
  /// To be decided again: how a decision is taken back.
  OPEN("to decide"),
  FIX("fix"),
  /// An exception until a day, with a reason and an approver.
  ACCEPT("accepted"),
  DISMISS("not a finding"),
  /// Somebody was asked.
  ASK("asked");

  private final String words;

  Verdict(String words) {
    this.words = words;
  }

  String words() {
    return words;
  }
}
