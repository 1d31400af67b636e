package app.stalekeys.core.certify;

import app.stalekeys.core.check.Finding;
import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.snapshot.Snapshot;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/// What is to be decided in a round, drawn from a snapshot, with the proof that nothing was lost on the way. The same
/// snapshot and plan give the same items in the same order.
public final class Population {

  static final String OTHER_APPLICATION = "of another application";
  static final String OTHER_DEPARTMENT = "of another department";
  static final String NOT_PRIVILEGED = "not privileged";
  static final String NOT_SENSITIVE = "not sensitive";
  static final String NO_FINDING = "without an open finding";
  static final String NOT_NEW = "held before";
  static final String NOT_DRAWN = "not drawn for the sample";

  /// @param items by application, account and what is held
  /// @param proofs one an application that has evidence of what is held
  /// @param missing names of applications without such evidence: nothing can be certified there
  public record Drawn(List<Item> items, List<Proof> proofs, List<String> missing) {
    public Drawn {
      items = List.copyOf(items);
      proofs = List.copyOf(proofs);
      missing = List.copyOf(missing);
    }
  }

  private final Snapshot snapshot;
  private final RoundPlan plan;
  private final Map<String, List<Finding>> findings;
  private final Set<String> before;

  private Population(
      Snapshot snapshot, RoundPlan plan, List<Finding> findings, Set<String> before) {
    this.snapshot = snapshot;
    this.plan = plan;
    this.findings = FindingIndex.of(findings);
    this.before = before;
  }

  /// Costs a walk over what is held, one over the activity logs, and for each item a look at what it gives.
  ///
  /// @param findings the open ones
  /// @param before keys of what was held before; used by a plan that asks for what changed
  public static Drawn draw(
      Snapshot snapshot, RoundPlan plan, List<Finding> findings, Set<String> before) {
    return new Population(snapshot, plan, findings, before).draw();
  }

  /// The keys of everything held in a snapshot, for a later round that asks what is new.
  public static List<String> keys(Snapshot snapshot, Level level) {
    return snapshot.applications().stream()
        .flatMap(
            access -> Candidates.of(snapshot, access, level).list().stream().map(Candidate::key))
        .toList();
  }

  private Drawn draw() {
    List<Candidate> kept = new ArrayList<>();
    List<Candidates> all = new ArrayList<>();
    Map<String, Map<String, Integer>> leftOut = new LinkedHashMap<>();
    List<String> missing = new ArrayList<>();
    for (ApplicationAccess access : snapshot.applications()) {
      if (!access.coverage().has("assignments") && !access.coverage().has("grants")) {
        missing.add(access.application().name());
        continue;
      }
      Candidates candidates = Candidates.of(snapshot, access, plan.level());
      Map<String, Integer> reasons = new LinkedHashMap<>();
      leftOut.put(access.application().id(), reasons);
      all.add(candidates);
      for (Candidate candidate : candidates.list()) {
        String reason = reason(access, candidate);
        if (reason.isEmpty()) {
          kept.add(candidate);
        } else {
          reasons.merge(reason, 1, Integer::sum);
        }
      }
    }
    List<Candidate> drawn = sampled(kept, leftOut);
    List<Item> items = new ArrayList<>();
    List<Proof> proofs = new ArrayList<>();
    for (Candidates candidates : all) {
      String id = candidates.access().application().id();
      ItemWriter writer = new ItemWriter(snapshot, candidates, findings);
      List<Item> own =
          drawn.stream()
              .filter(candidate -> candidate.access() == candidates.access())
              .map(writer::write)
              .toList();
      items.addAll(own);
      proofs.add(
          new Proof(
              id,
              candidates.counted(),
              candidates.held(),
              candidates.unknown(),
              candidates.outOfWindow(),
              candidates.repeats(),
              leftOut.getOrDefault(id, Map.of()),
              own.size()));
    }
    return new Drawn(items, proofs, missing);
  }

  /// The first condition that keeps a candidate out; empty when none does.
  private String reason(ApplicationAccess access, Candidate candidate) {
    if (!plan.applications().isEmpty()
        && !plan.applications().contains(access.application().id())) {
      return OTHER_APPLICATION;
    }
    if (!plan.departments().isEmpty()
        && !plan.departments().contains(access.departmentOf(candidate.account()))) {
      return OTHER_DEPARTMENT;
    }
    if (plan.privileged() && !candidate.isPrivileged()) {
      return NOT_PRIVILEGED;
    }
    if (plan.sensitive() && !candidate.isSensitive()) {
      return NOT_SENSITIVE;
    }
    if (plan.withFindings() && FindingIndex.about(findings, candidate).isEmpty()) {
      return NO_FINDING;
    }
    return plan.changed() && before.contains(candidate.key()) ? NOT_NEW : "";
  }

  /// Those with the least SHA-256 of seed, line feed and key: anybody can draw the same sample with common tools.
  private List<Candidate> sampled(List<Candidate> kept, Map<String, Map<String, Integer>> leftOut) {
    if (plan.sample() == 0 || plan.sample() >= kept.size()) {
      return kept;
    }
    Map<Candidate, String> lots = new LinkedHashMap<>();
    kept.forEach(candidate -> lots.put(candidate, lot(plan.seed(), candidate.key())));
    Set<Candidate> drawn =
        Set.copyOf(
            kept.stream().sorted(Comparator.comparing(lots::get)).limit(plan.sample()).toList());
    List<Candidate> sample = new ArrayList<>();
    for (Candidate candidate : kept) {
      if (drawn.contains(candidate)) {
        sample.add(candidate);
      } else {
        Map<String, Integer> reasons =
            leftOut.getOrDefault(candidate.access().application().id(), new LinkedHashMap<>());
        reasons.merge(NOT_DRAWN, 1, Integer::sum);
      }
    }
    return sample;
  }

  static String lot(long seed, String key) {
    return Sha256.of((seed + "\n" + key).getBytes(StandardCharsets.UTF_8));
  }
}
