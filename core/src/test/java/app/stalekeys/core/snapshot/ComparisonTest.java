package app.stalekeys.core.snapshot;

import static org.assertj.core.api.Assertions.assertThat;

import app.stalekeys.core.audit.AuditRun;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.support.TestAudit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.TreeSet;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/// What came, went and changed between two dates, beside the plainest second reading: names as sets, each row by its
/// name, the last of several.
class ComparisonTest {

  private static final List<String> FIELDS = List.of("name", "status", "department");

  /// Accounts at one date, as the file has them; ids in any spelling.
  ///
  /// @param fields the columns beside the id
  private record Side(List<String> fields, List<List<String>> rows) {

    String[] lines() {
      List<String> lines = new ArrayList<>();
      lines.add("account," + String.join(",", fields));
      rows.forEach(row -> lines.add(String.join(",", row)));
      return lines.toArray(String[]::new);
    }

    /// By key, with the line that holds.
    Map<String, Map<String, String>> byKey() {
      Map<String, Map<String, String>> found = new LinkedHashMap<>();
      for (int i = 0; i < rows.size(); i++) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put("line", String.valueOf(i + 2));
        for (int f = 0; f < fields.size(); f++) {
          values.put(fields.get(f), rows.get(i).get(f + 1));
        }
        found.put(rows.get(i).getFirst().toLowerCase(Locale.ROOT), values);
      }
      return found;
    }
  }

  private static Side side(Random random) {
    List<String> fields = random.nextInt(3) > 0 ? FIELDS : FIELDS.subList(0, 2 + random.nextInt(2));
    return new Side(
        fields,
        IntStream.range(0, 1 + random.nextInt(25))
            .mapToObj(i -> {
              List<String> row = new ArrayList<>();
              row.add((random.nextBoolean() ? "u" : "U") + random.nextInt(15));
              row.add(List.of("Mo", "Liv", "").get(random.nextInt(3)));
              row.add(List.of("enabled", "locked").get(random.nextInt(2)));
              row.add(List.of("Quay", "").get(random.nextInt(2)));
              return row.subList(0, 1 + fields.size());
            })
            .toList());
  }

  private static AuditRun.Outcome run(TestAudit audit) {
    return audit.application("ids: {case: ignore}").run().outcome();
  }

  private static Comparison compared(TestAudit before, TestAudit now) {
    AuditRun.Outcome today = run(now);
    return Comparison.of(run(before).facts(), today.facts(), today.audit().applications());
  }

  private static String line(Comparison.Line line) {
    return "%s %s %s %s>%s"
        .formatted(
            line.change(),
            line.subject().toLowerCase(Locale.ROOT),
            line.fields(),
            row(line.before()),
            row(line.now()));
  }

  private static String row(app.stalekeys.core.source.@Nullable Place place) {
    return place == null ? "" : String.valueOf(place.row());
  }

  @Property(tries = 200, shrinking = ShrinkingMode.OFF)
  void rowsMeetByNameAndFieldsThatBothSidesHave(@ForAll long seed) {
    Random random = new Random(seed);
    Side before = side(random);
    Side now = side(random);
    Map<String, Map<String, String>> then = before.byKey();
    Map<String, Map<String, String>> today = now.byKey();
    List<String> expected = new ArrayList<>();
    TreeSet<String> all = new TreeSet<>(then.keySet());
    all.addAll(today.keySet());
    for (String key : all) {
      Map<String, String> was = then.get(key);
      Map<String, String> is = today.get(key);
      if (was == null) {
        expected.add("CAME %s [] >%s".formatted(key, Objects.requireNonNull(is).get("line")));
      } else if (is == null) {
        expected.add("WENT %s [] %s>".formatted(key, was.get("line")));
      } else {
        List<Comparison.FieldChange> changes =
            FIELDS.stream()
                .filter(field -> was.containsKey(field) && is.containsKey(field))
                .filter(field -> !was.get(field).equals(is.get(field)))
                .map(field ->
                    new Comparison.FieldChange(
                        field,
                        Objects.requireNonNull(was.get(field)),
                        Objects.requireNonNull(is.get(field))))
                .toList();
        if (!changes.isEmpty()) {
          expected.add(
              "CHANGED %s %s %s>%s".formatted(key, changes, was.get("line"), is.get("line")));
        }
      }
    }
    Comparison comparison =
        compared(new TestAudit().accounts(before.lines()), new TestAudit().accounts(now.lines()));
    assertThat(comparison.lines().stream().map(ComparisonTest::line))
        .containsExactlyInAnyOrderElementsOf(expected);
    Comparison.Count count = comparison.counts().getFirst();
    assertThat(List.of(count.before(), count.now(), count.came(), count.went(), count.changed()))
        .containsExactly(
            (long) then.size(),
            (long) today.size(),
            number(expected, "CAME"),
            number(expected, "WENT"),
            number(expected, "CHANGED"));
  }

  private static long number(List<String> lines, String change) {
    return lines.stream().filter(line -> line.startsWith(change + " ")).count();
  }

  /// Access that nobody sent a list of has not gone, and a log is not paired.
  @Test
  void aKindThatOneSideLacksIsNotCompared() {
    String[] accounts = {"account,status", "mo,enabled"};
    Comparison comparison =
        compared(
            new TestAudit()
                .accounts(accounts)
                .assignments("account,role", "mo,Clerk", "mo,Lead")
                .signIns("at,account,outcome", "2026-03-01T08:00:00Z,mo,success"),
            new TestAudit()
                .accounts(accounts)
                .grants("holder-type,holder,resource,action", "role,Clerk,till,read")
                .signIns(
                    "at,account,outcome",
                    "2026-06-01T08:00:00Z,mo,success",
                    "2026-06-02T08:00:00Z,mo,failure"));
    assertThat(comparison.lines()).isEmpty();
    assertThat(comparison.counts())
        .extracting(
            one -> "%s %s %d %d".formatted(one.kind(), one.state(), one.before(), one.now()))
        .containsExactlyInAnyOrder(
            Kind.ACCOUNTS + " COMPARED 1 1",
            Kind.ASSIGNMENTS + " ONLY_BEFORE 2 0",
            Kind.GRANTS + " ONLY_NOW 0 1",
            Kind.SIGN_INS + " COUNTED 1 2");
  }
}
