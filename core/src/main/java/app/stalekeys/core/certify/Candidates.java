package app.stalekeys.core.certify;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.effective.Grant;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.effective.Sensitivity;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/// Everything held in one application at one level of detail, and how its rows came to it.
final class Candidates {

  /// Rows that become one item.
  private static final class Gathered {
    final Candidate first;
    final List<String> scopes = new ArrayList<>();

    Gathered(Candidate first) {
      this.first = first;
      scopes.addAll(first.scopes());
    }
  }

  private final ApplicationAccess access;
  private final LocalDate asOf;
  private final Level level;
  private final Map<String, Gathered> byKey = new LinkedHashMap<>();
  private final Map<String, BitSet> byRole = new HashMap<>();
  private final String counted;
  private int held;
  private int unknown;
  private int outOfWindow;
  private int repeats;

  private Candidates(Snapshot snapshot, ApplicationAccess access, Level level) {
    this.access = access;
    this.asOf = snapshot.asOf();
    this.level = level;
    this.counted =
        level == Level.PERMISSION
            ? "sensitive permissions of accounts"
            : "rows that give an account a role or a permission";
  }

  static Candidates of(Snapshot snapshot, ApplicationAccess access, Level level) {
    Candidates candidates = new Candidates(snapshot, access, level);
    if (level == Level.PERMISSION) {
      candidates.takePermissions();
    } else {
      candidates.takeRows(snapshot);
    }
    return candidates;
  }

  private void takeRows(Snapshot snapshot) {
    unknown =
        access.strangers().values().stream().mapToInt(Integer::intValue).sum()
            + access.effective().strangers();
    held = unknown;
    for (Assignment row : access.assignments()) {
      LocalDate given =
          row.at() == null ? row.from() : row.at().atZone(snapshot.zone()).toLocalDate();
      BitSet gives = byRole.computeIfAbsent(row.role(), access.effective()::ofRole);
      Candidate.Kind kind = Candidate.Kind.ROLE;
      take(
          row.isCurrent(asOf),
          candidate(row.account(), kind, row.role(), row.scope(), gives, given, row.place()));
    }
    Universe universe = access.effective().universe();
    for (Grant row : access.effective().grants()) {
      Account account = row.account();
      // Denies and ceilings take away: there is nothing to withdraw.
      if (account != null && row.effect() == Grant.Effect.ALLOW) {
        BitSet gives = (BitSet) universe.named(row.permission()).clone();
        boolean together = level == Level.ROLE;
        Candidate.Kind kind = together ? Candidate.Kind.GRANTS : Candidate.Kind.PERMISSION;
        String what = together ? "" : words(row.permission());
        take(
            row.isCurrent(asOf),
            candidate(account, kind, what, row.scope(), gives, row.from(), row.place()));
      }
    }
  }

  private Candidate candidate(
      Account account,
      Candidate.Kind kind,
      String what,
      Scope scope,
      BitSet gives,
      @Nullable LocalDate given,
      Place place) {
    String path = scope.toString();
    String key = Candidate.key(access, account, kind, what, level == Level.ASSIGNMENT ? path : "");
    return new Candidate(key, access, account, kind, what, List.of(path), gives, given, place);
  }

  static String words(Permission permission) {
    return permission.resource() + ":" + permission.action();
  }

  private void take(boolean inWindow, Candidate candidate) {
    held++;
    if (!inWindow) {
      outOfWindow++;
      return;
    }
    Gathered known = byKey.putIfAbsent(candidate.key(), new Gathered(candidate));
    if (known == null) {
      return;
    }
    repeats++;
    if (!known.scopes.contains(candidate.scopes().getFirst())) {
      known.scopes.add(candidate.scopes().getFirst());
    }
    if (candidate.kind() == Candidate.Kind.GRANTS) {
      known.first.gives().or(candidate.gives());
    }
  }

  private void takePermissions() {
    Universe universe = access.effective().universe();
    BitSet sensitive = universe.atLeast(Sensitivity.HIGH);
    for (Account account : access.accounts()) {
      BitSet own = (BitSet) sensitive.clone();
      own.and(access.effective().permissions(account));
      own.stream().forEach(number -> take(true, permission(account, universe, number)));
    }
  }

  private Candidate permission(Account account, Universe universe, int number) {
    BitSet one = new BitSet();
    one.set(number);
    String what = words(universe.at(number));
    return new Candidate(
        Candidate.key(access, account, Candidate.Kind.PERMISSION, what, ""),
        access,
        account,
        Candidate.Kind.PERMISSION,
        what,
        access.effective().area(account, number).scopes().stream()
            .map(Object::toString)
            .sorted()
            .toList(),
        one,
        null,
        account.place());
  }

  ApplicationAccess access() {
    return access;
  }

  String counted() {
    return counted;
  }

  int held() {
    return held;
  }

  /// Rows for accounts that no accounts file defines: nobody could be asked what they are.
  int unknown() {
    return unknown;
  }

  int outOfWindow() {
    return outOfWindow;
  }

  int repeats() {
    return repeats;
  }

  /// In the order of the files; of several rows for one item the first.
  List<Candidate> list() {
    return byKey.values().stream().map(this::whole).toList();
  }

  private Candidate whole(Gathered rows) {
    Candidate first = rows.first;
    return rows.scopes.size() < 2 || level == Level.PERMISSION
        ? first
        : new Candidate(
            first.key(),
            access,
            first.account(),
            first.kind(),
            first.what(),
            rows.scopes.stream().sorted().toList(),
            first.gives(),
            first.given(),
            first.place());
  }
}
