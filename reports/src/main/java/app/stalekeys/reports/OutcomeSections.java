package app.stalekeys.reports;

import app.stalekeys.core.fix.FixState;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/// The parts of a pack about what came of it: certification and remediation.
final class OutcomeSections {

  private final PackInput input;

  OutcomeSections(PackInput input) {
    this.input = input;
  }

  List<Block> certification() {
    List<CertificationReport> rounds = input.rounds();
    if (rounds == null) {
      return List.of(
          Block.Words.warning(
              "Rounds of certification are kept by the web application, not in this run."));
    }
    if (rounds.isEmpty()) {
      return List.of(Block.Words.plain("No round of certification was held."));
    }
    List<Block> blocks = new ArrayList<>();
    for (CertificationReport round : rounds) {
      blocks.add(Block.Words.head(round.round()));
      blocks.add(
          Block.Words.plain(
              "%s. Decided by: %s. %,d items: %,d kept, %,d to be withdrawn, %,d to be reduced, %,d not decided. %s"
                  .formatted(
                      round.population(),
                      round.rule(),
                      round.items().size(),
                      round.decided("keep"),
                      round.decided("withdraw"),
                      round.decided("reduce"),
                      round.decided("not decided"),
                      round.sealed().isEmpty()
                          ? "Not sealed: decisions may still change."
                          : "Sealed, SHA-256 " + round.sealed() + ".")));
      blocks.add(proof(round));
      blocks.add(reviewers(round));
      blocks.add(items(round));
      if (!round.questions().isEmpty()) {
        blocks.add(questions(round));
      }
    }
    return blocks;
  }

  private static Block proof(CertificationReport round) {
    return new Block.Grid(
        "population " + round.round(),
        List.of(
            Block.Column.text("Application", 26),
            Block.Column.number("held", 12),
            Block.Column.number("of no account", 14),
            Block.Column.number("not in force", 12),
            Block.Column.number("with another", 12),
            Block.Column.number("left out", 12),
            Block.Column.number("items", 12)),
        round.proofs().stream()
            .map(proof ->
                List.of(
                    proof.application(),
                    String.valueOf(proof.held()),
                    String.valueOf(proof.unknown()),
                    String.valueOf(proof.outOfWindow()),
                    String.valueOf(proof.repeats()),
                    String.valueOf(
                        proof.leftOut().values().stream().mapToInt(Integer::intValue).sum()),
                    String.valueOf(proof.items())))
            .toList());
  }

  private static Block reviewers(CertificationReport round) {
    return new Block.Grid(
        "reviewers " + round.round(),
        List.of(
            Block.Column.text("Reviewer", 28),
            Block.Column.day("due", 12),
            Block.Column.number("items", 10),
            Block.Column.number("open", 10),
            Block.Column.text("Signed off", 40)),
        round.reviewers().stream()
            .map(one ->
                List.of(
                    one.name(),
                    one.due().toString(),
                    String.valueOf(one.items()),
                    String.valueOf(one.open()),
                    one.signed().isEmpty() ? "not signed off" : one.signed()))
            .toList());
  }

  private static Block items(CertificationReport round) {
    return new Block.Grid(
        "decisions " + round.round(),
        List.of(
            Block.Column.text("Whose", 20),
            Block.Column.text("What", 26),
            Block.Column.text("Decision", 14),
            Block.Column.text("Why", 20),
            Block.Column.text("Reviewer", 16),
            Block.Column.id("Evidence", 16)),
        round.items().stream()
            .map(one ->
                List.of(
                    "%s (%s in %s)"
                        .formatted(
                            one.item().who(), one.item().account(), one.item().application()),
                    one.item().name(),
                    one.decision(),
                    one.reason(),
                    one.reviewer(),
                    one.evidence()))
            .toList());
  }

  private static Block questions(CertificationReport round) {
    return new Block.Grid(
        "questions " + round.round(),
        List.of(
            Block.Column.text("Reviewer", 20),
            Block.Column.text("Question", 45),
            Block.Column.text("Answer", 35)),
        round.questions().stream()
            .map(one ->
                List.of(
                    one.reviewer(),
                    one.question(),
                    one.answer().isEmpty() ? "not answered" : one.answer()))
            .toList());
  }

  List<Block> remediation() {
    RemediationReport report = input.remediation();
    if (report == null) {
      return List.of(
          Block.Words.warning("Fixes are kept by the web application, not in this run."));
    }
    if (report.lines().isEmpty()) {
      return List.of(Block.Words.plain("No fix is planned."));
    }
    return List.of(
        Block.Words.plain(
            "Confirmed is what a later snapshot proves, not what was reported; whatever a later snapshot still shows after that came back."),
        new Block.Bars(
            "Fixes by state",
            Arrays.stream(FixState.values())
                .map(state ->
                    new Block.Bar(
                        state.words(), report.in(state).size(), state == FixState.CAME_BACK))
                .toList()),
        new Block.Grid(
            "fixes",
            List.of(
                Block.Column.text("Application", 12),
                Block.Column.text("What", 26),
                Block.Column.text("Severity", 8),
                Block.Column.text("To be done by", 13),
                Block.Column.day("due", 10),
                Block.Column.text("State", 12),
                Block.Column.text("Last said or seen", 21),
                Block.Column.id("Evidence", 14)),
            report.lines().stream()
                .map(line ->
                    List.of(
                        line.application(),
                        line.what(),
                        line.severity().word(),
                        line.actor(),
                        Objects.toString(line.due(), ""),
                        line.state().words() + (line.overdue() ? ", overdue" : ""),
                        line.last(),
                        line.evidence()))
                .toList()));
  }
}
