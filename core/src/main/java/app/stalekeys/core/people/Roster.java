package app.stalekeys.core.people;

import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// The people of the snapshot. Of several rows for one id the last holds. Immutable once built.
public final class Roster {

  private final Map<String, Person> byId;
  private final Map<String, List<Person>> byEmail = new HashMap<>();
  private final Map<String, List<Move>> moves = new HashMap<>();

  private Roster(Map<String, Person> byId, List<Move> moves) {
    this.byId = byId;
    moves.forEach(
        move -> this.moves.computeIfAbsent(move.person(), k -> new ArrayList<>()).add(move));
    for (Person person : byId.values()) {
      if (!person.email().isEmpty()) {
        byEmail
            .computeIfAbsent(person.email().toLowerCase(Locale.ROOT), key -> new ArrayList<>())
            .add(person);
      }
    }
  }

  /// Reads the roster from every file that serves it; contradictions go to `problems`.
  public static Roster read(Collection<? extends FactSource> sources, List<Issue> problems) {
    Map<String, Person> byId = new LinkedHashMap<>();
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.PEOPLE,
          row -> {
            Person person = person(row);
            Person earlier = byId.put(person.id(), person);
            if (earlier != null) {
              problems.add(
                  Issue.problem(
                      "person-repeated",
                      "person %s stands in more than one row, also in %s; the last one holds"
                          .formatted(Quoted.text(person.id()), earlier.place()),
                      person.place()));
            }
          });
    }
    return new Roster(byId, Move.read(sources));
  }

  private static Person person(FactCursor row) {
    return new Person(
        row.text("person"),
        row.text("name"),
        row.text("email"),
        Person.Status.of(row.text("status")),
        row.text("title"),
        row.text("department"),
        row.text("manager"),
        row.text("worker-type"),
        row.day("start"),
        row.day("end"),
        row.place());
  }

  public Collection<Person> people() {
    return byId.values();
  }

  /// The moves of a person, in the order of the files.
  public List<Move> moves(Person person) {
    return moves.getOrDefault(person.id(), List.of());
  }

  public @Nullable Person byId(String id) {
    return byId.get(id);
  }

  /// Everybody with that mail address, without regard to case.
  public List<Person> byEmail(String email) {
    return byEmail.getOrDefault(email.toLowerCase(Locale.ROOT), List.of());
  }

  /// People by their id as an application compares ids. An id that two people share under the rule
  /// leads to neither of them.
  public Map<String, Person> keyedBy(IdRule rule) {
    Map<String, Person> keyed = new HashMap<>();
    List<String> shared = new ArrayList<>();
    for (Person person : byId.values()) {
      if (keyed.putIfAbsent(rule.key(person.id()), person) != null) {
        shared.add(rule.key(person.id()));
      }
    }
    shared.forEach(keyed::remove);
    return keyed;
  }
}
