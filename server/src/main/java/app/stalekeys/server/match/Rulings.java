package app.stalekeys.server.match;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Matching;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/// Decisions about whose accounts are: they go into the audit file, and the checks run anew when nobody
/// has decided anything for a moment.
@Service
public class Rulings {

  /// What shall be known of an account from now on, in the place of what was known.
  ///
  /// @param person a person's id; empty for nobody; null when it is not decided
  /// @param owner null when it is not decided
  public record Rule(
      String application,
      String account,
      @Nullable String person,
      @Nullable String owner,
      List<String> not,
      String reason,
      @Nullable RulingView seen) {}

  /// What is known of an account; the user sends back what he saw, so that a second decision meets a
  /// conflict and does not overwrite the first.
  public record RulingView(
      @Nullable String person, @Nullable String owner, List<String> not, String reason) {
    static @Nullable RulingView of(@Nullable Ruling ruling) {
      return ruling == null
          ? null
          : new RulingView(ruling.person(), ruling.owner(), ruling.not(), ruling.reason());
    }
  }

  private final Snapshots snapshots;
  private final Examinations examinations;
  private final Journal journal;
  private final TransactionTemplate transactions;

  Rulings(
      Snapshots snapshots,
      Examinations examinations,
      Journal journal,
      TransactionTemplate transactions) {
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.journal = journal;
    this.transactions = transactions;
  }

  /// Takes all of them or none.
  ///
  /// @throws Refusal when an account is not there, a person unknown, or somebody decided meanwhile
  public synchronized void rule(long snapshotId, List<Rule> rules, String who) {
    OpenSnapshot open = snapshots.get(snapshotId);
    Snapshot snapshot = examinations.loaded(snapshotId);
    Map<String, List<Rule>> byApplication = new LinkedHashMap<>();
    rules.forEach(rule ->
        byApplication.computeIfAbsent(rule.application(), key -> new ArrayList<>()).add(rule));
    Map<String, List<Ruling>> decided = new LinkedHashMap<>();
    byApplication.forEach((application, own) ->
        decided.put(application, merged(Examinations.application(snapshot, application), own)));
    transactions.executeWithoutResult(status -> {
      decided.forEach((application, rulings) -> snapshots.rule(open.id(), application, rulings));
      rules.forEach(rule -> journal.write(who, "match", sentence(rule)));
    });
    decided.forEach(
        (application, rulings) -> examinations.ruled(snapshotId, application, rulings, who));
  }

  private static List<Ruling> merged(ApplicationAccess access, List<Rule> rules) {
    Application application = access.application();
    Map<String, Ruling> rulings = new LinkedHashMap<>();
    application.rulings().forEach(ruling -> rulings.put(ruling.account(), ruling));
    for (Rule rule : rules) {
      Account account = account(access, rule.account());
      Ruling before = access.matching().ruling(account);
      if (!Objects.equals(RulingView.of(before), rule.seen())) {
        throw Refusal.conflict(
            "Somebody has decided about %s meanwhile; look at it again.".formatted(account.key()));
      }
      if (before != null) {
        rulings.remove(before.account());
      }
      if (rule.person() != null || rule.owner() != null || !rule.not().isEmpty()) {
        rulings.put(account.key(), ruling(access.matching(), account, rule));
      }
    }
    return List.copyOf(rulings.values());
  }

  private static Ruling ruling(Matching matching, Account account, Rule rule) {
    Person person = rule.person() == null ? null : known(matching, rule.person());
    if (rule.owner() != null) {
      known(matching, rule.owner());
    }
    return new Ruling(
        account.key(),
        rule.person() == null ? null : person == null ? "" : person.id(),
        rule.owner(),
        rule.not(),
        rule.person() == null ? "" : Ruling.ground(account, person),
        rule.reason().strip());
  }

  private static @Nullable Person known(Matching matching, String id) {
    if (id.isEmpty()) {
      return null;
    }
    Person person = matching.person(id);
    if (person == null) {
      throw Refusal.unusable("There is no person %s in the roster.".formatted(id));
    }
    return person;
  }

  private static Account account(ApplicationAccess access, String key) {
    return access.accounts().stream()
        .filter(account -> account.key().equals(key))
        .findFirst()
        .orElseThrow(() ->
            Refusal.missing(
                "There is no account %s in %s.".formatted(key, access.application().name())));
  }

  private static String sentence(Rule rule) {
    List<String> words = new ArrayList<>();
    if (rule.person() != null) {
      words.add(rule.person().isEmpty() ? "nobody's" : "person " + rule.person());
    }
    if (rule.owner() != null) {
      words.add("owner " + rule.owner());
    }
    if (!rule.not().isEmpty()) {
      words.add("not " + String.join(", ", rule.not()));
    }
    return "%s of %s: %s"
        .formatted(
            rule.account(),
            rule.application(),
            words.isEmpty() ? "decision taken back" : String.join("; ", words));
  }
}
