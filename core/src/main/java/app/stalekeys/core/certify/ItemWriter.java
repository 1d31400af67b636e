package app.stalekeys.core.certify;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.activity.Activity;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// Puts together what a reviewer should know of an item, in words.
final class ItemWriter {

  /// Permissions that a sentence names; the rest is counted.
  private static final int NAMED = 3;

  private static final int NAMES = 4;

  /// Days without use after which an item says so.
  private static final int UNUSED_DAYS = 90;

  private final Snapshot snapshot;
  private final ApplicationAccess access;
  private final Universe universe;
  private final Map<String, List<Finding>> findings;
  private final Map<String, List<Account>> departments = new HashMap<>();
  private final Map<String, List<Account>> holders = new HashMap<>();
  private final Map<String, Activity> givings = new HashMap<>();
  private final Map<String, String> roleWords = new HashMap<>();
  private final boolean useKnown;

  ItemWriter(Snapshot snapshot, Candidates candidates, Map<String, List<Finding>> findings) {
    this.snapshot = snapshot;
    this.access = candidates.access();
    this.universe = access.effective().universe();
    this.findings = findings;
    this.useKnown = access.coverage().has("usage") || access.coverage().has("activity");
    for (Account account : access.accounts()) {
      if (account.isEnabled(snapshot.asOf())) {
        departments
            .computeIfAbsent(access.departmentOf(account), key -> new ArrayList<>())
            .add(account);
      }
    }
    for (Candidate candidate : candidates.list()) {
      if (candidate.account().isEnabled(snapshot.asOf())) {
        List<Account> known =
            holders.computeIfAbsent(team(candidate, candidate.account()), key -> new ArrayList<>());
        if (known.isEmpty() || known.getLast() != candidate.account()) {
          known.add(candidate.account());
        }
      }
    }
    readGivings();
  }

  private String team(Candidate candidate, Account account) {
    return access.departmentOf(account) + "\n" + candidate.kind() + "\n" + candidate.what();
  }

  /// The last time each role or permission was given to each account.
  private void readGivings() {
    access
        .records()
        .activity()
        .scan(done -> {
          Account target =
              done.givesAccess() && !done.target().isEmpty()
                  ? access.book().find("", done.target())
                  : null;
          if (target != null) {
            String what = done.after().isEmpty() ? done.resource() : done.after();
            givings.merge(
                target.key() + "\n" + what,
                done,
                (one, other) -> other.at() > one.at() ? other : one);
          }
        });
  }

  Item write(Candidate candidate) {
    Account account = candidate.account();
    Match match = access.match(account);
    Activity giving = givings.get(account.key() + "\n" + candidate.what());
    LocalDate given = candidate.given();
    if (given == null && giving != null) {
      given = Instant.ofEpochMilli(giving.at()).atZone(snapshot.zone()).toLocalDate();
    }
    LocalDate used = lastUsed(candidate);
    List<Account> team = departments.getOrDefault(access.departmentOf(account), List.of());
    List<Account> same =
        holders.getOrDefault(team(candidate, account), List.of()).stream()
            .filter(one -> one != account)
            .toList();
    return new Item(
        candidate.key(),
        access.application().id(),
        account.key(),
        match == null ? "" : match.person().id(),
        match == null ? named(account) : match.person().name(),
        access.departmentOf(account),
        access.titleOf(account),
        candidate.kind().word(),
        candidate.what(),
        name(candidate),
        candidate.scopes(),
        does(candidate),
        marks(candidate, used),
        used,
        useKnown,
        given,
        giving == null ? "" : givenBy(giving),
        (int) team.stream().filter(one -> one != account).count(),
        same.size(),
        same.stream().limit(NAMES).map(this::personOf).toList(),
        candidate.place());
  }

  private static String named(Account account) {
    return account.name().isEmpty() ? account.key() : account.name();
  }

  private String personOf(Account account) {
    Match match = access.match(account);
    return match == null ? named(account) : match.person().name();
  }

  private String name(Candidate candidate) {
    return switch (candidate.kind()) {
      case ROLE -> {
        Role role = access.roles().role(candidate.what());
        yield role == null || role.name().isEmpty() ? candidate.what() : role.name();
      }
      case GRANTS -> "permissions of its own";
      case PERMISSION ->
          candidate.gives().cardinality() == 1
              ? words(candidate.gives().nextSetBit(0))
              : candidate.what();
    };
  }

  private String words(int permission) {
    PermissionDetail detail = universe.detail(permission);
    return detail == null || detail.name().isEmpty() ? universe.words(permission) : detail.name();
  }

  private String does(Candidate candidate) {
    String gives =
        candidate.kind() == Candidate.Kind.ROLE
            ? roleWords.computeIfAbsent(candidate.what(), key -> gives(candidate.gives()))
            : gives(candidate.gives());
    Role role =
        candidate.kind() == Candidate.Kind.ROLE ? access.roles().role(candidate.what()) : null;
    return role == null || role.description().isEmpty() ? gives : role.description() + ". " + gives;
  }

  /// The gravest permissions first.
  private String gives(BitSet permissions) {
    int all = permissions.cardinality();
    if (all == 0) {
      return "Gives no permission of its own.";
    }
    List<String> named =
        permissions.stream()
            .boxed()
            .sorted(
                Comparator.comparing((Integer number) -> universe.sensitivity(number))
                    .reversed()
                    .thenComparing(number -> number))
            .limit(NAMED)
            .map(this::worded)
            .toList();
    return all <= NAMED
        ? "Gives: " + String.join(", ", named) + "."
        : "Gives: %s and %,d more.".formatted(String.join(", ", named), all - NAMED);
  }

  private String worded(int number) {
    Sensitivity sensitivity = universe.sensitivity(number);
    String words = words(number);
    return sensitivity.isSensitive() ? "%s (%s)".formatted(words, sensitivity.word()) : words;
  }

  private @Nullable LocalDate lastUsed(Candidate candidate) {
    return candidate.gives().stream()
        .mapToObj(number -> access.records().usage().last(candidate.account(), number))
        .filter(use -> use != null)
        .map(Usage.Use::day)
        .max(Comparator.naturalOrder())
        .orElse(null);
  }

  private String givenBy(Activity giving) {
    Account actor = giving.actor();
    String by = actor == null ? giving.actorName() : personOf(actor);
    return giving.request().isEmpty() ? by : "%s, request %s".formatted(by, giving.request());
  }

  private List<Mark> marks(Candidate candidate, @Nullable LocalDate used) {
    List<Mark> marks = new ArrayList<>();
    if (candidate.isPrivileged()) {
      marks.add(new Mark("privileged", true, privilegedBy(candidate), ""));
    } else if (candidate.isSensitive()) {
      long sensitive =
          IntStream.of(candidate.gives().stream().toArray())
              .filter(number -> universe.sensitivity(number).isSensitive())
              .count();
      marks.add(
          new Mark(
              "sensitive", false, "Gives %,d sensitive permissions.".formatted(sensitive), ""));
    }
    if (!candidate.account().isEnabled(snapshot.asOf())) {
      marks.add(
          new Mark(
              "not enabled",
              false,
              "The account is %s.".formatted(candidate.account().status().word()),
              ""));
    }
    if (useKnown && (used == null || used.isBefore(snapshot.asOf().minusDays(UNUSED_DAYS)))) {
      marks.add(
          new Mark(
              "unused",
              false,
              used == null
                  ? "No use of any of it is on record."
                  : "Last used %s, more than %d days ago.".formatted(used, UNUSED_DAYS),
              ""));
    }
    for (Finding finding : FindingIndex.about(findings, candidate)) {
      // A low finding is for tidying up, not for a reviewer to be stopped by.
      if (finding.severity() == Severity.LOW) {
        continue;
      }
      marks.add(
          new Mark(
              finding.check().replace('-', ' ').toLowerCase(Locale.ROOT),
              finding.severity().compareTo(Severity.HIGH) >= 0,
              finding.sentence(),
              finding.id()));
    }
    return marks;
  }

  private String privilegedBy(Candidate candidate) {
    BitSet critical = universe.atLeast(Sensitivity.CRITICAL);
    critical.and(candidate.gives());
    return critical.isEmpty()
        ? "The application marks this role as one for administrators."
        : "Gives the critical permission to %s%s."
            .formatted(
                words(critical.nextSetBit(0)),
                critical.cardinality() > 1
                    ? " and %,d more".formatted(critical.cardinality() - 1)
                    : "");
  }
}
