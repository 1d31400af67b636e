package app.stalekeys.demo;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.fix.Confirmation;
import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.Step;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/// What became of the March audit: fixes that were reported done, of which the June lists prove some, while two came
/// back; one that was refused, and one that nobody has carried out. Written as the product keeps fixes in a folder.
final class MarchFixes {

  private static final int CONFIRMED = 6;
  private static final int CAME_BACK = 2;
  private static final String ACTOR = "Ledger support desk";

  /// Roles about suppliers and payments, which an auditor looks at first.
  private static final String PAYING = "AP_";

  private final Snapshot march;
  private final Confirmation june;
  private final List<Map<String, @Nullable Object>> fixes = new ArrayList<>();

  private MarchFixes(Snapshot march, Snapshot june) {
    this.march = march;
    this.june = new Confirmation(june, List.of(), List.of());
  }

  static String json(Path march, Path june) throws IOException {
    return new MarchFixes(DemoSnapshot.of(march), DemoSnapshot.of(june)).write();
  }

  private String write() {
    List<Step> gone = new ArrayList<>();
    List<Step> still = new ArrayList<>();
    Map<Step, Place> places = new LinkedHashMap<>();
    Map<Step, String> who = new LinkedHashMap<>();
    for (ApplicationAccess access : march.applications()) {
      for (Account account : access.accounts()) {
        if (account.isEnabled(march.asOf())) {
          Step step = Step.disable(access.application().id(), account.key());
          note(step, account.place(), access, account, places, who);
          if (outcome(step) == Confirmation.Outcome.DONE) {
            gone.add(step);
          }
        }
      }
      for (Assignment one : access.assignments()) {
        Step step =
            new Step(
                FixAction.REMOVE_ASSIGNMENT,
                access.application().id(),
                Subject.account(one.account().key()),
                one.role(),
                one.scope().toString(),
                "");
        note(step, one.place(), access, one.account(), places, who);
        switch (outcome(step)) {
          case DONE -> gone.add(step);
          case STILL_THERE -> {
            if (one.role().startsWith(PAYING)) {
              still.add(step);
            }
          }
          case UNKNOWN -> {}
        }
      }
    }
    for (Step step : spread(gone, CONFIRMED)) {
      done(step, who, places, "2026-04-17T09:40:00Z", "removed, see the desk's own record");
    }
    for (Step step : still.subList(0, CAME_BACK)) {
      done(step, who, places, "2026-04-20T13:05:00Z", "done");
    }
    Step refused = still.get(CAME_BACK);
    fixes.add(
        fix(
            refused,
            who.getOrDefault(refused, ""),
            "high",
            places.get(refused),
            List.of(
                deed("2026-04-02T08:00:00Z", "lead", FixState.PLANNED, ""),
                deed("2026-04-02T08:05:00Z", "lead", FixState.HANDED_OVER, ""),
                deed(
                    "2026-04-22T10:12:00Z",
                    "lead",
                    FixState.REFUSED,
                    "the only one who can release payments in the night"))));
    Step open = still.get(CAME_BACK + 1);
    fixes.add(
        fix(
            open,
            who.getOrDefault(open, ""),
            "medium",
            places.get(open),
            List.of(
                deed("2026-04-02T08:00:00Z", "lead", FixState.PLANNED, ""),
                deed("2026-04-02T08:05:00Z", "lead", FixState.HANDED_OVER, ""))));
    return JsonMapper.builder()
        .build()
        .writerWithDefaultPrettyPrinter()
        .writeValueAsString(Map.of("fixes", fixes));
  }

  private static void note(
      Step step,
      Place place,
      ApplicationAccess access,
      Account account,
      Map<Step, Place> places,
      Map<Step, String> who) {
    places.putIfAbsent(step, place);
    Match match = access.match(account);
    who.putIfAbsent(step, match == null ? account.name() : match.person().name());
  }

  private Confirmation.Outcome outcome(Step step) {
    return june.of(step, List.of()).outcome();
  }

  /// Some of them, from all over the list.
  private static List<Step> spread(List<Step> steps, int number) {
    List<Step> chosen = new ArrayList<>();
    for (int i = 0; i < Math.min(number, steps.size()); i++) {
      chosen.add(steps.get(i * steps.size() / Math.min(number, steps.size())));
    }
    return chosen;
  }

  private void done(
      Step step, Map<Step, String> who, Map<Step, Place> places, String at, String words) {
    fixes.add(
        fix(
            step,
            who.getOrDefault(step, ""),
            "high",
            places.get(step),
            List.of(
                deed("2026-04-02T08:00:00Z", "lead", FixState.PLANNED, ""),
                deed("2026-04-02T08:05:00Z", "lead", FixState.HANDED_OVER, ""),
                deed(at, "lead", FixState.REPORTED_DONE, words))));
  }

  private static Map<String, Object> deed(String at, String by, FixState state, String words) {
    return Map.of("at", Instant.parse(at), "by", by, "state", state.word(), "words", words);
  }

  private static Map<String, @Nullable Object> fix(
      Step step,
      String who,
      String severity,
      @Nullable Place place,
      List<Map<String, Object>> deeds) {
    Map<String, @Nullable Object> fix = new LinkedHashMap<>();
    fix.put("action", step.action().word());
    fix.put("application", step.application());
    fix.put("subjectType", step.subject().type());
    fix.put("subject", step.subject().key());
    fix.put("what", step.what());
    fix.put("scope", step.scope());
    fix.put("to", step.to());
    fix.put("who", who);
    fix.put("severity", severity);
    fix.put("source", "the March audit");
    fix.put("clears", List.of());
    fix.put("takes", null);
    fix.put("note", "");
    fix.put("actor", ACTOR);
    fix.put("due", "2026-04-30");
    fix.put("file", place == null ? null : place.file());
    fix.put("row", place == null ? 0 : place.row());
    fix.put("plannedAt", Instant.parse("2026-04-02T08:00:00Z"));
    fix.put("plannedBy", "lead");
    fix.put("deeds", deeds);
    return fix;
  }
}
