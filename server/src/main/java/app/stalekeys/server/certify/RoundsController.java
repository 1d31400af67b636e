package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Level;
import app.stalekeys.core.certify.Proof;
import app.stalekeys.core.certify.ReviewerRule;
import app.stalekeys.core.certify.Reviewers;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.people.Person;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.mail.Mailer;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The auditor's side of certification: setting up, starting, seeing it through.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/rounds")
class RoundsController {

  private static final int EXAMPLES = 3;

  /// A round in the list.
  record RoundLine(
      long id,
      String name,
      String words,
      LocalDate asOf,
      LocalDate due,
      boolean overdue,
      boolean sealed,
      long items,
      long left,
      int reviewers,
      int signed,
      int unanswered,
      String startedBy,
      Instant startedAt) {}

  record Choices(
      List<ChoiceOf> levels,
      List<ChoiceOf> rules,
      List<ChoiceOf> applications,
      List<String> departments,
      boolean hasBefore,
      boolean mail) {}

  record ChoiceOf(String id, String words) {}

  record ProofView(
      String application,
      String counted,
      int held,
      int unknown,
      int outOfWindow,
      int repeats,
      Map<String, Integer> leftOut,
      int items,
      boolean whole,
      List<FileTie> files) {}

  /// How the file the population comes from ties out.
  record FileTie(
      long id, String file, long total, long read, long rejected, long skipped, boolean tied) {}

  record DraftReviewer(String person, String name, long items, long risky, long standIn) {}

  /// Items with the same reason.
  record DraftReason(String why, long items, List<String> examples) {}

  /// What a plan comes to.
  ///
  /// @param replaced why the stand-in decides in the place of whom the rule names
  /// @param nobody why items have no reviewer
  record RoundDraft(
      String words,
      int items,
      int risky,
      List<ProofView> proofs,
      List<String> missing,
      List<DraftReviewer> reviewers,
      List<DraftReason> replaced,
      List<DraftReason> nobody) {}

  record Started(long id) {}

  private final Rounds rounds;
  private final RoundProgress progress;
  private final Snapshots snapshots;
  private final Examinations examinations;
  private final Evidence evidence;
  private final Mailer mailer;

  RoundsController(
      Rounds rounds,
      RoundProgress progress,
      Snapshots snapshots,
      Examinations examinations,
      Evidence evidence,
      Mailer mailer) {
    this.rounds = rounds;
    this.progress = progress;
    this.snapshots = snapshots;
    this.examinations = examinations;
    this.evidence = evidence;
    this.mailer = mailer;
  }

  @GetMapping
  List<RoundLine> all(@PathVariable long snapshot) {
    return rounds.ofAudit(snapshot).stream().map(progress::line).toList();
  }

  /// What there is to choose from.
  @GetMapping("/choices")
  Choices choices(@PathVariable long snapshot) {
    Snapshot loaded = examinations.loaded(snapshot);
    TreeSet<String> departments = new TreeSet<>();
    for (ApplicationAccess access : loaded.applications()) {
      access.accounts().forEach(account -> departments.add(access.departmentOf(account)));
    }
    departments.remove("");
    return new Choices(
        Arrays.stream(Level.values()).map(one -> new ChoiceOf(one.word(), one.words())).toList(),
        Arrays.stream(ReviewerRule.values())
            .map(one -> new ChoiceOf(one.word(), one.words()))
            .toList(),
        loaded.applications().stream()
            .map(one -> new ChoiceOf(one.application().id(), one.application().name()))
            .toList(),
        List.copyOf(departments),
        !rounds.ofAudit(snapshot).isEmpty()
            || snapshots.before(snapshots.get(snapshot)).isPresent(),
        mailer.server().isSet());
  }

  @GetMapping("/people")
  List<ReviewsController.PersonHit> people(@PathVariable long snapshot, @RequestParam String q) {
    return ReviewsController.find(examinations.loaded(snapshot), q);
  }

  private RoundPlan plan(long snapshot, RoundText text) {
    return text.plan(snapshots.get(snapshot).file().asOf());
  }

  /// A dry run: nothing is kept.
  @PostMapping("/draft")
  RoundDraft draft(@PathVariable long snapshot, @RequestBody RoundText text) {
    RoundPlan plan = plan(snapshot, text);
    Rounds.Drawn drawn = rounds.draw(snapshot, plan);
    Map<String, List<Reviewers.Assigned>> byReviewer = new LinkedHashMap<>();
    Map<String, List<Reviewers.Assigned>> replaced = new LinkedHashMap<>();
    Map<String, List<Reviewers.Assigned>> nobody = new LinkedHashMap<>();
    for (Reviewers.Assigned one : drawn.assigned()) {
      Person reviewer = one.reviewer();
      if (reviewer == null) {
        nobody.computeIfAbsent(one.why(), key -> new ArrayList<>()).add(one);
      } else {
        byReviewer.computeIfAbsent(reviewer.id(), key -> new ArrayList<>()).add(one);
      }
      if (one.standsIn()) {
        replaced.computeIfAbsent(one.why(), key -> new ArrayList<>()).add(one);
      }
    }
    return new RoundDraft(
        plan.words(),
        drawn.assigned().size(),
        (int) drawn.assigned().stream().filter(one -> one.item().isRisky()).count(),
        proofs(snapshot, drawn.population().proofs()),
        drawn.population().missing(),
        byReviewer.values().stream()
            .map(RoundsController::reviewer)
            .sorted((one, other) -> Long.compare(other.items, one.items))
            .toList(),
        reasons(replaced),
        reasons(nobody));
  }

  private static DraftReviewer reviewer(List<Reviewers.Assigned> own) {
    Person person = java.util.Objects.requireNonNull(own.getFirst().reviewer());
    return new DraftReviewer(
        person.id(),
        person.name(),
        own.size(),
        own.stream().filter(one -> one.item().isRisky()).count(),
        own.stream().filter(Reviewers.Assigned::standsIn).count());
  }

  private static List<DraftReason> reasons(Map<String, List<Reviewers.Assigned>> byWhy) {
    return byWhy.entrySet().stream()
        .map(one ->
            new DraftReason(
                one.getKey(),
                one.getValue().size(),
                one.getValue().stream()
                    .map(assigned ->
                        "%s, %s".formatted(assigned.item().who(), assigned.item().name()))
                    .distinct()
                    .limit(EXAMPLES)
                    .toList()))
        .toList();
  }

  List<ProofView> proofs(long snapshot, List<Proof> proofs) {
    List<Evidence.Summary> files = evidence.summaries(snapshot);
    return proofs.stream()
        .map(proof ->
            new ProofView(
                proof.application(),
                proof.counted(),
                proof.held(),
                proof.unknown(),
                proof.outOfWindow(),
                proof.repeats(),
                proof.leftOut(),
                proof.items(),
                proof.isWhole(),
                files.stream()
                    .filter(file -> file.taken() && proof.application().equals(file.application()))
                    .filter(file ->
                        file.kinds().contains("assignments") || file.kinds().contains("grants"))
                    .map(RoundsController::tie)
                    .toList()))
        .toList();
  }

  private static FileTie tie(Evidence.Summary file) {
    var tie = file.tieOut();
    return new FileTie(
        file.id(),
        file.file(),
        tie.rows(),
        tie.read(),
        tie.rejected(),
        tie.skipped(),
        tie.tiesOut());
  }

  @PostMapping
  Started start(@PathVariable long snapshot, @RequestBody RoundText text, Principal who) {
    return new Started(rounds.start(snapshot, plan(snapshot, text), who.getName()));
  }

  @GetMapping("/{round}")
  RoundProgress.RoundPage page(@PathVariable long snapshot, @PathVariable long round) {
    RoundRow row = rounds.get(snapshot, round);
    return progress.page(row, proofs(row.snapshotId(), rounds.proven(row).proofs()));
  }

  record DueText(LocalDate due, @Nullable String person) {}

  @PutMapping("/{round}/due")
  void extend(
      @PathVariable long snapshot,
      @PathVariable long round,
      @RequestBody DueText text,
      Principal who) {
    rounds.extend(snapshot, round, text.due, text.person == null ? "" : text.person, who.getName());
  }

  record HandoverText(String from, String to, String reason) {}

  /// @param stayed items that would have been a review of the own access
  record HandedOver(int stayed) {}

  @PostMapping("/{round}/handover")
  HandedOver handOver(
      @PathVariable long snapshot,
      @PathVariable long round,
      @RequestBody HandoverText text,
      Principal who) {
    return new HandedOver(
        rounds.delegate(snapshot, round, text.from, text.to, text.reason, who.getName()));
  }

  /// @param people whom to write; everybody with something left when empty
  record LetterText(List<String> people, String words) {}

  record LettersSent(int letters) {}

  @PostMapping("/{round}/letters")
  LettersSent write(
      @PathVariable long snapshot,
      @PathVariable long round,
      @RequestBody LetterText text,
      Principal who) {
    return new LettersSent(
        progress.write(rounds.running(snapshot, round), text.people, text.words, who.getName()));
  }

  record SealText(String words) {}

  @PostMapping("/{round}/seal")
  void seal(
      @PathVariable long snapshot,
      @PathVariable long round,
      @RequestBody SealText text,
      Principal who) {
    rounds.seal(snapshot, round, text.words, who.getName());
  }

  /// @param now the hash over what the database says at this moment
  record SealCheck(String sealed, String now, boolean same) {}

  @GetMapping("/{round}/seal")
  SealCheck checkSeal(@PathVariable long snapshot, @PathVariable long round) {
    RoundRow row = rounds.get(snapshot, round);
    String now = rounds.sealOf(row);
    return new SealCheck(row.seal(), now, row.seal().equals(now));
  }
}
