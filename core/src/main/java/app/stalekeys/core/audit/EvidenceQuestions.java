package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;

/// What a careful auditor would ask about a file before relying on it: was it made before the as-of
/// date, did a filter hide part of the population, is there really nobody disabled? Nothing here is a
/// fault for certain, so each is a question.
public final class EvidenceQuestions {

  /// A list this short may well hold nobody who was disabled.
  private static final int FEW = 20;

  private static final Set<String> NO_FILTER = Set.of("", "none", "no", "all");

  private EvidenceQuestions() {}

  public static List<Issue> of(AuditFile audit, Collection<? extends FactSource> facts) {
    List<Issue> questions = new ArrayList<>();
    for (EvidenceSpec spec : audit.evidence()) {
      askDate(spec, audit.asOf(), questions);
      askFilter(spec, questions);
    }
    for (FactSource source : facts) {
      if (source.fields(Kind.ACCOUNTS).contains("status")) {
        askDisabled(source, questions);
      }
    }
    return questions;
  }

  /// A file as it was received.
  public record Received(EvidenceSpec spec, String sha256) {}

  /// What only the comparison with the files of an earlier date shows: the same bytes once more, or an
  /// export that is older than the one before it.
  public static List<Issue> against(
      Collection<Received> now, Collection<Received> before, LocalDate earlierAsOf) {
    List<Issue> questions = new ArrayList<>();
    for (Received file : now) {
      for (Received old : before) {
        if (file.sha256().equals(old.sha256())) {
          ask(
              questions,
              file.spec().entry(),
              "same-as-last-time",
              "has exactly the bytes of %s, received for %s; was the old export sent again?"
                  .formatted(old.spec().entry(), earlierAsOf));
        } else if (isSuccessor(file.spec(), old.spec()) && isOlder(file.spec(), old.spec())) {
          ask(
              questions,
              file.spec().entry(),
              "older-than-last-time",
              "extracted %s, not after %s, when the file for %s was; is it the right one?"
                  .formatted(file.spec().extracted(), old.spec().extracted(), earlierAsOf));
        }
      }
    }
    return questions;
  }

  private static boolean isSuccessor(EvidenceSpec file, EvidenceSpec old) {
    return file.entry().equals(old.entry())
        || (Objects.equals(file.application(), old.application())
            && !file.kinds().isEmpty()
            && file.kinds().equals(old.kinds()));
  }

  private static boolean isOlder(EvidenceSpec file, EvidenceSpec old) {
    String made = file.extracted();
    String madeBefore = old.extracted();
    return made != null && madeBefore != null && made.compareTo(madeBefore) <= 0;
  }

  private static void askDate(EvidenceSpec spec, LocalDate asOf, List<Issue> questions) {
    String extracted = spec.extracted();
    if (extracted == null || extracted.length() < 10) {
      return;
    }
    try {
      LocalDate day = LocalDate.parse(extracted.substring(0, 10));
      if (day.isBefore(asOf)) {
        ask(
            questions,
            spec.entry(),
            "extracted-early",
            "extracted on %s, before the as-of date %s: what changed in between is not in it; was it made again?"
                .formatted(day, asOf));
      }
    } catch (DateTimeException noDay) {
      ask(
          questions,
          spec.entry(),
          "extracted-unclear",
          "extracted is %s, expected a day such as 2026-07-01; when was it made?"
              .formatted(Quoted.text(extracted)));
    }
  }

  private static void askFilter(EvidenceSpec spec, List<Issue> questions) {
    String filter = spec.filter();
    if (filter != null && !NO_FILTER.contains(filter.strip().toLowerCase(Locale.ROOT))) {
      ask(
          questions,
          spec.entry(),
          "filter-used",
          "made with the filter %s; does it hide part of the population?"
              .formatted(Quoted.text(filter)));
    }
  }

  private static void askDisabled(FactSource source, List<Issue> questions) {
    int[] counts = new int[2];
    FactCursor.forEach(
        source,
        Kind.ACCOUNTS,
        row -> {
          counts[0]++;
          if (!row.text("status").equals("enabled")) {
            counts[1]++;
          }
        });
    if (counts[0] >= FEW && counts[1] == 0) {
      ask(
          questions,
          source.file(),
          "nobody-disabled",
          "all %,d accounts are enabled, not one is disabled or locked; were the others left out?"
              .formatted(counts[0]));
    }
  }

  private static void ask(List<Issue> questions, String file, String code, String sentence) {
    questions.add(Issue.question(code, sentence, Place.ofFile(file)));
  }
}
