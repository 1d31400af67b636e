package app.stalekeys.reports;

import app.stalekeys.core.certify.Item;
import app.stalekeys.core.certify.Proof;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// What the certification report says, put together and in order.
///
/// @param narrowed to which reviewer or application it is narrowed; empty for the whole round
/// @param population what is in the round, in words
/// @param proofs of the whole round, also in a narrowed report
/// @param missing names of applications without evidence of what is held
/// @param sealed the seal, or empty while decisions may still change
public record CertificationReport(
    String audit,
    LocalDate asOf,
    String round,
    String narrowed,
    String population,
    String rule,
    LocalDate due,
    String started,
    List<Proof> proofs,
    List<EvidenceFile> evidence,
    List<String> missing,
    List<ReviewerLine> reviewers,
    List<ItemLine> items,
    List<QuestionLine> questions,
    String sealed,
    String sealedWords) {

  public record EvidenceFile(
      String file, String sha256, long read, long rejected, long skipped, String declared) {}

  /// @param signed when and with which words; empty when not
  /// @param late days after the due day at which the signature came; null when in time or not signed
  public record ReviewerLine(
      String name,
      LocalDate due,
      long items,
      long keep,
      long withdraw,
      long reduce,
      long open,
      String signed,
      @Nullable Long late,
      int letters) {}

  /// @param decision in words; `not decided` when there is none
  public record ItemLine(
      Item item,
      String reviewer,
      String decision,
      String reason,
      String decidedAt,
      String evidence) {

    boolean isKept() {
      return decision.equals("keep");
    }
  }

  /// @param answer empty when nothing was said
  public record QuestionLine(String reviewer, String question, String answer) {}

  public CertificationReport {
    proofs = List.copyOf(proofs);
    evidence = List.copyOf(evidence);
    missing = List.copyOf(missing);
    reviewers = List.copyOf(reviewers);
    items = List.copyOf(items);
    questions = List.copyOf(questions);
  }

  long decided(String decision) {
    return items.stream().filter(line -> line.decision.startsWith(decision)).count();
  }
}
