package app.stalekeys.core.check.own;

import java.util.List;
import java.util.function.Function;

/// A field that a condition may ask, such as `account.daysSinceSignIn`.
///
/// @param name as conditions write it
/// @param needs ways in which the evidence can know it, one of which is enough; none for what is always known
/// @param words what it means, for the page on which conditions are written
/// @param value of a subject; [#UNKNOWN] where the evidence does not say
record SubjectField<S>(
    String name, Type type, List<String> needs, String words, Function<S, Object> value) {

  /// What a condition may compare it with.
  enum Type {
    YES_NO("yes or no"),
    TEXT("text"),
    /// May be unknown; a condition can ask for `null`.
    COUNT("number"),
    TEXTS("list of texts");

    private final String words;

    Type(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  SubjectField {
    needs = List.copyOf(needs);
  }
}
