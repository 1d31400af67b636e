package app.stalekeys.core.check;

import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.jspecify.annotations.Nullable;

/// The checks on keys, secrets, tokens and certificates beside the plainest reading of their definitions, on random
/// lists whose days stand on and beside the boundaries.
class CredentialOracleTest {

  private static final LocalDate AS_OF = LocalDate.parse("2026-06-30");
  private static final List<String> ACCOUNTS = List.of("ann", "bob", "svc");

  private record Credential(
      String id,
      String account,
      String type,
      boolean active,
      @Nullable LocalDate created,
      @Nullable LocalDate rotated,
      @Nullable LocalDate used,
      @Nullable LocalDate expires) {

    boolean is(String... types) {
      return active && List.of(types).contains(type);
    }

    String line() {
      List<String> cells =
          new ArrayList<>(List.of(account, id, type, active ? "active" : "revoked"));
      for (LocalDate day : new LocalDate[] {created, rotated, used, expires}) {
        cells.add(day == null ? "" : day.toString());
      }
      return String.join(",", cells);
    }
  }

  private static @Nullable LocalDate day(Random random, int... ages) {
    return random.nextInt(3) == 0 ? null : AS_OF.minusDays(ages[random.nextInt(ages.length)]);
  }

  private static long age(LocalDate day) {
    return ChronoUnit.DAYS.between(day, AS_OF);
  }

  private static List<Credential> credentials(Random random) {
    List<Credential> found = new ArrayList<>();
    int count = 1 + random.nextInt(14);
    for (int i = 0; i < count; i++) {
      LocalDate created = day(random, 0, 89, 90, 91, 400);
      List<String> types = List.of("password", "key", "secret", "certificate", "token");
      LocalDate expires =
          created != null && random.nextBoolean()
              ? created.plusDays(365 + random.nextInt(3) - 1)
              : day(random, -31, -30, -29, 0, 1);
      found.add(
          new Credential(
              "c" + i,
              ACCOUNTS.get(random.nextInt(ACCOUNTS.size())),
              types.get(random.nextInt(types.size())),
              random.nextInt(5) > 0,
              created,
              day(random, 0, 89, 90, 91),
              day(random, 0, 89, 90, 91),
              expires));
    }
    return found;
  }

  private static OutcomeAssert run(List<Credential> credentials) {
    List<String> lines = new ArrayList<>(credentials.stream().map(Credential::line).toList());
    lines.addFirst("account,credential,type,status,created,rotated,last-used,expires");
    return new TestAudit()
        .accounts("account,status", "ann,enabled", "bob,disabled", "svc,enabled")
        .evidence("{file: credentials.csv, kind: credentials}")
        .file("credentials.csv", lines.toArray(String[]::new))
        .run();
  }

  private static List<String> ids(List<Credential> all, Predicate<Credential> flagged) {
    return all.stream().filter(flagged).map(Credential::id).toList();
  }

  private static boolean notRotated(Credential one) {
    LocalDate last = one.created;
    if (last == null || (one.rotated != null && one.rotated.isAfter(last))) {
      last = one.rotated;
    }
    return one.is("key", "secret") && last != null && age(last) >= 90;
  }

  private static boolean livesLong(Credential one) {
    boolean endless = one.is("secret") && one.expires == null;
    return endless
        || (one.is("key", "secret", "token", "certificate")
            && one.created != null
            && one.expires != null
            && ChronoUnit.DAYS.between(one.created, one.expires) > 365);
  }

  @Property(tries = 400, shrinking = ShrinkingMode.OFF)
  void everyCheckFlagsWhatItsDefinitionSays(@ForAll long seed) {
    List<Credential> all = credentials(new Random(seed));
    run(all)
        .flagsJust("key-not-rotated", ids(all, CredentialOracleTest::notRotated))
        .flagsJust(
            "key-unused",
            ids(
                all,
                one ->
                    one.is("key", "secret", "token", "certificate")
                        && (one.used == null || age(one.used) >= 90)))
        .flagsJust(
            "many-secrets",
            ACCOUNTS.stream()
                .filter(account ->
                    all.stream()
                            .filter(one -> one.account.equals(account))
                            .filter(one -> one.is("key", "secret", "certificate"))
                            .count()
                        >= 3)
                .toList())
        .flagsJust("long-lived-secret", ids(all, CredentialOracleTest::livesLong))
        .flagsJust(
            "credential-expiring",
            ids(
                all,
                one ->
                    one.is("certificate", "secret")
                        && one.expires != null
                        && age(one.expires) >= -30));
  }
}
