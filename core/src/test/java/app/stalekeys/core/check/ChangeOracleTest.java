package app.stalekeys.core.check;

import app.stalekeys.core.support.OutcomeAssert;
import app.stalekeys.core.support.TestAudit;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;

/// The checks on recorded changes beside the plainest reading of their definitions: every change held against every
/// other one and every request, on random records around the boundaries.
class ChangeOracleTest {

  private static final LocalDate AS_OF = LocalDate.parse("2026-06-30");
  private static final ZoneId ZONE = ZoneId.of("Asia/Tokyo");

  /// Two accounts of one person, one of another, one of nobody.
  private static final List<String> ACCOUNTS = List.of("ann", "ann-a", "bob", "lone");

  private static final List<String> PERSONS = List.of("1", "1", "2", "");

  /// `Root` is flagged; `Ruler` gives what is critical; `Clerk` does neither.
  private static final List<String> ROLES = List.of("Root", "Ruler", "Clerk");

  private record Deed(
      Instant at, String actor, String action, String target, String role, boolean denied) {

    LocalDate day() {
      return at.atZone(ZONE).toLocalDate();
    }

    boolean gives() {
      return !denied && action.equals("give-role");
    }

    String line() {
      boolean given = action.equals("give-role");
      return String.join(
          ",",
          at.toString(),
          actor,
          action,
          target,
          given ? "" : role,
          given ? role : "",
          denied ? "denied" : "done");
    }
  }

  private record Request(Instant at, String account, String person, String role, String decision) {
    String line(int number) {
      return String.join(",", "q" + number, at.toString(), account, person, role, decision);
    }
  }

  private static <T> T any(Random random, List<T> from) {
    return from.get(random.nextInt(from.size()));
  }

  /// Around noon, and around midnight in Tokyo.
  private static Instant at(Random random) {
    return AS_OF
        .minusDays(any(random, List.of(0, 1, 3, 4, 30, 31, 89, 90, 180, 181, 182)))
        .atTime(any(random, List.of(3, 14, 15)), random.nextInt(60))
        .toInstant(java.time.ZoneOffset.UTC);
  }

  private static List<Deed> deeds(Random random) {
    List<Deed> deeds = new ArrayList<>();
    int count = 1 + random.nextInt(16);
    for (int i = 0; i < count; i++) {
      Deed deed =
          new Deed(
              at(random),
              any(random, ACCOUNTS),
              any(random, List.of("give-role", "give-role", "take-role")),
              any(random, ACCOUNTS),
              any(random, ROLES),
              random.nextInt(5) == 0);
      deeds.add(deed);
      if (deed.gives() && random.nextBoolean()) {
        int seconds = 48 * 3600 + random.nextInt(3) - 1;
        deeds.add(
            new Deed(
                deed.at.plusSeconds(seconds), "bob", "take-role", deed.target, deed.role, false));
      }
    }
    return deeds.stream()
        .filter(one -> !one.day().isAfter(AS_OF))
        .collect(Collectors.toCollection(ArrayList::new));
  }

  private static List<Request> requests(Random random, List<Deed> deeds) {
    List<Request> requests = new ArrayList<>();
    for (Deed deed : deeds) {
      if (random.nextBoolean()) {
        int who = random.nextInt(ACCOUNTS.size());
        boolean byAccount = random.nextBoolean();
        requests.add(
            new Request(
                deed.at.minus(any(random, List.of(-4, -3, 0, 30, 31)), ChronoUnit.DAYS),
                byAccount ? ACCOUNTS.get(who) : "",
                byAccount ? "" : PERSONS.get(who),
                random.nextInt(4) == 0 ? any(random, ROLES) : deed.role,
                any(random, List.of("approved", "approved", "rejected", ""))));
      }
    }
    return requests;
  }

  private static OutcomeAssert run(List<Deed> deeds, List<Request> requests) {
    List<String> done = new ArrayList<>(deeds.stream().map(Deed::line).toList());
    done.addFirst("at,actor,action,target,before,after,outcome");
    List<String> asked = new ArrayList<>(List.of("request,at,account,person,role,decision"));
    // One that decides and fits nothing, so that there is a decision in every list.
    asked.add("q,2020-01-01T00:00:00Z,lone,,Clerk,rejected");
    for (int i = 0; i < requests.size(); i++) {
      asked.add(requests.get(i).line(i));
    }
    return new TestAudit()
        .zone(ZONE.getId())
        .people("person,name,status", "1,Ann Arnesen,active", "2,Bob Dahl,active")
        .accounts(
            "account,person,status",
            "ann,1,enabled",
            "ann-a,1,enabled",
            "bob,2,enabled",
            "lone,,enabled")
        .roles("role,privileged", "Root,yes", "Ruler,no", "Clerk,no")
        .permissions("resource,action,sensitivity", "all,rule,critical", "all,read,low")
        .grants("holder-type,holder,resource,action", "role,Ruler,all,rule", "role,Clerk,all,read")
        .assignments("account,role", "ann,Root", "bob,Ruler", "lone,Clerk")
        .activity(done.toArray(String[]::new))
        .evidence("{file: requests.csv, kind: requests}")
        .file("requests.csv", asked.toArray(String[]::new))
        .with("checks: {denied-repeatedly: {count: 2}}")
        .run();
  }

  private static String person(String account) {
    return PERSONS.get(ACCOUNTS.indexOf(account));
  }

  private static boolean samePerson(String one, String other) {
    return one.equals(other) || (!person(one).isEmpty() && person(one).equals(person(other)));
  }

  private static boolean approved(Deed deed, List<Request> requests) {
    return requests.stream()
        .filter(one -> one.decision.equals("approved") && one.role.equals(deed.role))
        .filter(one ->
            one.account.isEmpty()
                ? !one.person.isEmpty() && one.person.equals(person(deed.target))
                : samePerson(one.account, deed.target))
        .map(one -> ChronoUnit.DAYS.between(one.at.atZone(ZONE).toLocalDate(), deed.day()))
        .anyMatch(days -> days >= -3 && days <= 30);
  }

  private static List<String> targets(List<Deed> deeds, Predicate<Deed> flagged) {
    return deeds.stream().filter(flagged).map(Deed::target).distinct().toList();
  }

  @Property(tries = 400, shrinking = ShrinkingMode.OFF)
  void everyCheckFlagsWhatItsDefinitionSays(@ForAll long seed) {
    Random random = new Random(seed);
    List<Deed> deeds = deeds(random);
    if (deeds.isEmpty()) {
      return;
    }
    List<Request> requests = requests(random, deeds);
    LocalDate from = LocalDate.parse("2026-01-01");
    run(deeds, requests)
        .flagsJust(
            "self-granted", targets(deeds, one -> one.gives() && samePerson(one.actor, one.target)))
        .flagsJust(
            "unapproved-change",
            targets(
                deeds, one -> one.gives() && !one.day().isBefore(from) && !approved(one, requests)))
        .flagsJust(
            "brief-elevation",
            targets(
                deeds,
                one ->
                    one.gives()
                        && !one.role.equals("Clerk")
                        && deeds.stream()
                            .filter(other -> !other.denied && other.action.equals("take-role"))
                            .filter(other ->
                                other.target.equals(one.target) && other.role.equals(one.role))
                            .map(other -> ChronoUnit.SECONDS.between(one.at, other.at))
                            .anyMatch(seconds -> seconds >= 0 && seconds <= 48 * 3600)))
        .flagsJust(
            "denied-repeatedly",
            ACCOUNTS.stream()
                .filter(account ->
                    deeds.stream()
                        .filter(one -> one.denied && one.actor.equals(account))
                        .collect(Collectors.groupingBy(Deed::day, Collectors.counting()))
                        .values()
                        .stream()
                        .anyMatch(count -> count >= 2))
                .toList())
        .flagsJust(
            "idle-administrator",
            List.of("ann", "bob").stream()
                .filter(account ->
                    deeds.stream()
                        .filter(one -> !one.denied && one.actor.equals(account))
                        .noneMatch(one -> one.day().isAfter(AS_OF.minusDays(90))))
                .toList());
  }
}
