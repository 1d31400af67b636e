package app.stalekeys.demo;

import app.stalekeys.core.certify.Deed;
import app.stalekeys.core.certify.Item;
import app.stalekeys.core.certify.Level;
import app.stalekeys.core.certify.Population;
import app.stalekeys.core.certify.ReviewerRule;
import app.stalekeys.core.certify.Reviewers;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.Snapshot;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/// A first round of certification, half done: one reviewer ticked 120 items in two minutes, one found an item about
/// himself and passed it on, one is overdue. Written as the product keeps rounds in a folder.
final class FirstRound {

  private static final LocalDate DUE = LocalDate.parse("2027-01-31");
  private static final LocalDate OVERDUE = LocalDate.parse("2026-07-31");
  private static final Instant STARTED = Instant.parse("2026-07-03T08:12:00Z");

  /// How many items one reviewer ticks, and how fast.
  private static final int TICKED = 120;

  private static final Duration A_TICK = Duration.ofMillis(990);

  private static final List<String> REASONS =
      List.of(
          "needed for the watch plan",
          "covers for the colleague on leave",
          "does this every month-end",
          "asked the person, still needed",
          "part of the job");

  private final Random random;
  private final List<Deed> deeds = new ArrayList<>();
  private final List<Map<String, @Nullable Object>> reviewers = new ArrayList<>();

  private FirstRound(Random random) {
    this.random = random;
  }

  /// @param folder a written demo audit
  static String json(Path folder, Random random) throws IOException {
    return new FirstRound(random).write(DemoSnapshot.of(folder));
  }

  private static RoundPlan plan() {
    return new RoundPlan(
        "First round, summer 2026",
        Level.ROLE,
        Set.of("ledger", "crew", "freight", "hull"),
        Set.of(),
        false,
        false,
        false,
        false,
        0,
        1,
        ReviewerRule.MANAGER,
        "",
        "00871",
        DUE,
        Set.of());
  }

  private String write(Snapshot snapshot) {
    RoundPlan plan = plan();
    Population.Drawn drawn = Population.draw(snapshot, plan, List.of(), Set.of());
    Map<Person, List<Item>> byReviewer = new LinkedHashMap<>();
    for (Reviewers.Assigned one : new Reviewers(snapshot, plan).assign(drawn.items())) {
      Person reviewer = one.reviewer();
      if (reviewer != null) {
        byReviewer.computeIfAbsent(reviewer, key -> new ArrayList<>()).add(one.item());
      }
    }
    List<Person> bySize =
        byReviewer.keySet().stream()
            .sorted(
                Comparator.comparing((Person one) -> byReviewer.getOrDefault(one, List.of()).size())
                    .reversed()
                    .thenComparing(Person::id))
            .toList();
    for (int place = 0; place < bySize.size(); place++) {
      Person reviewer = bySize.get(place);
      List<Item> own = byReviewer.getOrDefault(reviewer, List.of());
      switch (place) {
        case 0 -> foundHimself(reviewer, own, bySize.get(5));
        case 1 -> tick(reviewer, own);
        case 3 -> reviewers.add(reviewer(reviewer, OVERDUE, null, ""));
        default -> carefully(reviewer, own, place % 2 == 0);
      }
    }
    deeds.sort(Comparator.comparing(Deed::at));
    return JsonMapper.builder()
        .build()
        .writerWithDefaultPrettyPrinter()
        .writeValueAsString(Map.of("rounds", List.of(round(plan))));
  }

  private Map<String, @Nullable Object> round(RoundPlan plan) {
    Map<String, @Nullable Object> round = new LinkedHashMap<>();
    round.put("plan", plan);
    round.put("startedAt", STARTED);
    round.put("startedBy", "lead");
    round.put("proofs", null);
    round.put("items", null);
    round.put("reviewers", reviewers);
    round.put("deeds", deeds);
    round.put("answers", List.of());
    round.put("letters", List.of());
    round.put("sealedAt", null);
    round.put("sealedBy", "");
    round.put("sealedWords", "");
    round.put("seal", "");
    return round;
  }

  private static Map<String, @Nullable Object> reviewer(
      Person person, LocalDate due, @Nullable Instant signedAt, String words) {
    Map<String, @Nullable Object> reviewer = new LinkedHashMap<>();
    reviewer.put("person", person.id());
    reviewer.put("name", person.name());
    reviewer.put("email", person.email());
    reviewer.put("due", due);
    reviewer.put("signedAt", signedAt);
    reviewer.put("signedWords", words);
    return reviewer;
  }

  private void tick(Person reviewer, List<Item> own) {
    Instant at = Instant.parse("2026-07-09T14:02:10Z");
    for (Item item : own.subList(0, Math.min(TICKED, own.size()))) {
      deeds.add(new Deed(item.key(), at, reviewer.id(), "keep", "", ""));
      at = at.plus(A_TICK);
    }
    reviewers.add(reviewer(reviewer, DUE, null, ""));
  }

  /// An account without a person is the reviewer's own, which only he could know.
  private void foundHimself(Person reviewer, List<Item> own, Person colleague) {
    Item himself =
        own.stream().filter(item -> item.person().isEmpty()).findFirst().orElse(own.getFirst());
    Instant at = Instant.parse("2026-07-07T07:40:00Z");
    deeds.add(
        new Deed(
            himself.key(),
            at,
            reviewer.id(),
            Deed.PASS,
            "this account is my own, I use it at month-end; somebody else must decide",
            colleague.id()));
    decide(reviewer, own.stream().filter(item -> item != himself).limit(140).toList(), at);
    reviewers.add(reviewer(reviewer, DUE, null, ""));
  }

  private void carefully(Person reviewer, List<Item> own, boolean toTheEnd) {
    Instant begun =
        Instant.parse("2026-07-08T06:30:00Z").plus(Duration.ofHours(random.nextInt(90)));
    List<Item> done = toTheEnd ? own : own.subList(0, own.size() * 2 / 3);
    Instant last = decide(reviewer, done, begun);
    reviewers.add(
        reviewer(
            reviewer,
            DUE,
            toTheEnd ? last.plus(Duration.ofMinutes(2)) : null,
            toTheEnd ? "went through it with the shift leaders" : ""));
  }

  private Instant decide(Person reviewer, List<Item> items, Instant begun) {
    Instant at = begun;
    for (Item item : items) {
      at = at.plusSeconds(12 + random.nextInt(70));
      int lot = random.nextInt(20);
      String what =
          lot == 0 ? "withdraw" : lot == 1 && item.scopes().size() > 1 ? "reduce" : "keep";
      deeds.add(
          new Deed(
              item.key(),
              at,
              reviewer.id(),
              what,
              what.equals("withdraw")
                  ? "not used by this person any more"
                  : REASONS.get(random.nextInt(REASONS.size())),
              what.equals("reduce") ? item.scopes().getFirst() : ""));
    }
    return at;
  }
}
