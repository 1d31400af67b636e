package app.stalekeys.server.users;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/// What somebody is in Stale Keys. A user has one or more.
public enum Part {
  /// Everything, users and watches included.
  LEAD("lead auditor"),
  /// Everything in the audits.
  AUDITOR("auditor"),
  /// The own items of certification rounds, and nothing else.
  REVIEWER("reviewer"),
  /// The fixes of named applications, and nothing else.
  FIXER("fixer"),
  /// Reads the audits and changes nothing.
  READER("reader");

  private final String words;

  Part(String words) {
    this.words = words;
  }

  /// As the screens call it.
  public String words() {
    return words;
  }

  /// As it is kept and sent.
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /// The name of the authority that stands for it in the session.
  String authority() {
    return "ROLE_" + name();
  }

  public static Optional<Part> of(String word) {
    return Arrays.stream(values()).filter(part -> part.word().equals(word)).findFirst();
  }
}
