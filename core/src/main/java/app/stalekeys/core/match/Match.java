package app.stalekeys.core.match;

import app.stalekeys.core.people.Person;

/// An account belongs to a person, and the rule that says so.
public record Match(Person person, Rule rule) {

  /// In the order in which they are tried.
  public enum Rule {
    /// Somebody decided it, and it is kept.
    DECISION("recorded decision"),
    /// The account's person field is the id of one person.
    PERSON_ID("person id"),
    /// The account's mail address is that of exactly one person, without regard to case.
    EMAIL("mail address");

    private final String words;

    Rule(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }
}
