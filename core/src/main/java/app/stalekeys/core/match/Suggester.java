package app.stalekeys.core.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.people.Roster;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/// Finds who may be behind an account that no rule matches: by its user name, its name, and its mail
/// address. Costs a look at the people who share a part of a name with it, not at all of them.
public final class Suggester {

  private static final int MOST = 5;
  private static final int LEAST_SCORE = 50;

  /// Letters by which a part of a name is found although its end is spelt otherwise.
  private static final int STEM = 3;

  private final IdRule rule;
  private final Map<String, Person> byId;
  private final Map<Person, NameParts> names = new HashMap<>();
  private final Map<String, List<Person>> byStem = new HashMap<>();
  private final Map<List<String>, Integer> sameName = new HashMap<>();
  private final Map<String, List<Person>> byMailName = new HashMap<>();

  public Suggester(Roster roster, IdRule rule) {
    this.rule = rule;
    this.byId = roster.keyedBy(rule);
    for (Person person : roster.people()) {
      NameParts name = NameParts.of(person.name());
      names.put(person, name);
      sameName.merge(name.sorted(), 1, Integer::sum);
      for (String part : new LinkedHashSet<>(name.parts())) {
        byStem.computeIfAbsent(stem(part), key -> new ArrayList<>()).add(person);
      }
      String mailName = mailName(person.email());
      if (!mailName.isEmpty()) {
        byMailName.computeIfAbsent(mailName, key -> new ArrayList<>()).add(person);
      }
    }
  }

  private static String stem(String part) {
    return part.substring(0, Math.min(STEM, part.length()));
  }

  private static String mailName(String email) {
    int at = email.indexOf('@');
    return at <= 0 ? "" : email.substring(0, at).toLowerCase(Locale.ROOT);
  }

  /// The likeliest people, best first; people in `not` are left out.
  public List<Suggestion> suggest(Account account, List<String> not) {
    String user = account.key().substring(account.key().lastIndexOf('/') + 1);
    NameParts name = NameParts.of(account.name());
    Set<Person> looked = new LinkedHashSet<>();
    Person numbered = byId.get(rule.key(user));
    if (numbered != null) {
      looked.add(numbered);
    }
    looked.addAll(byMailName.getOrDefault(mailName(account.email()), List.of()));
    for (NameParts parts :
        List.of(name, NameParts.of(user), NameParts.of(mailName(account.email())))) {
      for (String part : parts.parts()) {
        looked.addAll(byStem.getOrDefault(stem(part), List.of()));
        if (part.length() > STEM) {
          // A user name such as `aholm` has the first letter before the last name.
          looked.addAll(byStem.getOrDefault(stem(part.substring(1)), List.of()));
        }
      }
    }
    return looked.stream()
        .filter(person -> !not.contains(person.id()))
        .map(person -> weigh(account, user, name, person))
        .filter(suggestion -> suggestion.score() >= LEAST_SCORE)
        .sorted(
            Comparator.comparingInt(Suggestion::score)
                .reversed()
                .thenComparing(suggestion -> suggestion.person().id()))
        .limit(MOST)
        .toList();
  }

  private Suggestion weigh(Account account, String user, NameParts name, Person person) {
    Weighing weighing = new Weighing(person);
    if (person.equals(byId.get(rule.key(user)))) {
      weighing.says(97, "the user name is the employee number");
      weighing.sure = true;
    }
    NameParts theirs = names.getOrDefault(person, NameParts.of(""));
    if (!name.isEmpty() && !theirs.isEmpty()) {
      byName(account, name, theirs, weighing);
    }
    byUserName(user, theirs, weighing);
    byMail(account, person, weighing);
    if (weighing.score > 0
        && !account.department().isEmpty()
        && account.department().equalsIgnoreCase(person.department())) {
      weighing.adds(3, "same department");
    }
    return weighing.suggestion();
  }

  private void byName(Account account, NameParts name, NameParts theirs, Weighing weighing) {
    int alike = sameName.getOrDefault(theirs.sorted(), 1);
    String others = alike == 1 ? ", the only one" : ", as %d people have it".formatted(alike);
    if (name.equals(theirs)) {
      boolean department =
          !account.department().isEmpty()
              && account.department().equalsIgnoreCase(weighing.person.department());
      weighing.says(alike == 1 ? 90 : 70, "same name" + others);
      weighing.sure |= alike == 1 && department;
    } else if (name.sorted().equals(theirs.sorted())) {
      weighing.says(alike == 1 ? 85 : 65, "same name with its parts swapped" + others);
    } else if (name.abbreviates(theirs) || theirs.abbreviates(name)) {
      weighing.says(75, "same name, shortened or with initials");
    } else {
      int apart = name.lettersApart(theirs);
      if (apart <= 2 && name.first().length() + name.last().length() >= 8) {
        weighing.says(apart == 1 ? 72 : 62, apart == 1 ? "one letter apart" : "two letters apart");
      }
    }
  }

  private static void byUserName(String user, NameParts theirs, Weighing weighing) {
    if (theirs.parts().size() < 2) {
      return;
    }
    String plain = String.join("", NameParts.of(user).parts());
    String first = theirs.first();
    String last = theirs.last();
    if (plain.equals(first + last) || plain.equals(last + first)) {
      weighing.says(74, "the user name is the whole name");
    } else if (plain.equals(first.charAt(0) + last) || plain.equals(last + first.charAt(0))) {
      weighing.says(66, "the user name is initial and last name");
    } else if (plain.equals(first + last.charAt(0))) {
      weighing.says(58, "the user name is first name and initial");
    }
  }

  private void byMail(Account account, Person person, Weighing weighing) {
    String mailName = mailName(account.email());
    if (mailName.isEmpty() || !mailName.equals(mailName(person.email()))) {
      return;
    }
    if (account.email().equalsIgnoreCase(person.email())) {
      int sharing = byMailName.getOrDefault(mailName, List.of()).size();
      weighing.says(60, "same mail address, which %d people share".formatted(sharing));
    } else {
      weighing.says(80, "same name before the @ of another domain");
    }
  }

  /// The best reason counts; each further one adds a little.
  private static final class Weighing {
    private final Person person;
    private final List<String> reasons = new ArrayList<>();
    private int score;
    private boolean sure;

    Weighing(Person person) {
      this.person = person;
    }

    void says(int points, String reason) {
      score = score == 0 ? points : Math.max(score, points) + 3;
      reasons.add(reason);
    }

    void adds(int points, String reason) {
      score += points;
      reasons.add(reason);
    }

    Suggestion suggestion() {
      return new Suggestion(person, Math.min(99, score), sure, reasons);
    }
  }
}
