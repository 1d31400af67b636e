package app.stalekeys.core.check;

import java.util.List;

/// A test over one application's part of a snapshot. Implementations are stateless, one small class
/// each; sentence, figures, evidence and remedies come from the class itself.
public interface Check {

  /// As written in the audit file, such as `leaver-enabled`.
  String id();

  /// A plain title, such as `Leaver, still enabled`.
  String title();

  /// Why it matters, in one or two sentences.
  String why();

  /// The usual severity, and the raised one in words where there is one.
  String severityRule();

  /// The usual severity: what the check weighs in the mean.
  Severity severity();

  /// What it counts as tested, such as `enabled accounts of a person`.
  String population();

  /// What it needs: every entry must be met; an entry lists ways, one of which is enough. A way is a
  /// kind (`sign-ins`) or a field (`accounts.mfa`).
  List<List<String>> needs();

  /// Standards that ask for it, by number only.
  List<String> references();

  List<Remedy> remedies();

  default List<Parameter> parameters() {
    return List.of();
  }

  /// Walks over the subjects and tells the examination which were tested and which are flagged.
  void examine(Examination examination);
}
