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
            spec.file(),
            "extracted-early",
            "extracted on %s, before the as-of date %s: what changed in between is not in it; was it made again?"
                .formatted(day, asOf));
      }
    } catch (DateTimeException noDay) {
      ask(
          questions,
          spec.file(),
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
          spec.file(),
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
