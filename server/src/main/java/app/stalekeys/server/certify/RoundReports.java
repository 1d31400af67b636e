package app.stalekeys.server.certify;

import app.stalekeys.core.audit.AuditFile;
import app.stalekeys.core.certify.RoundPlan;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.source.Place;
import app.stalekeys.reports.CertificationReport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.CitedPlaces;
import app.stalekeys.server.gather.Evidence;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/// What the certification report of a round tells.
@Component
public class RoundReports {

  private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");
  private static final int PAGE = 500;

  private final RoundRows kept;
  private final Rounds rounds;
  private final ItemSearch search;
  private final ItemRows items;
  private final ReviewerRows reviewers;
  private final LetterRows letters;
  private final DoubtBook doubts;
  private final Snapshots snapshots;
  private final Evidence evidence;
  private final CitedPlaces places;

  RoundReports(
      RoundRows kept,
      Rounds rounds,
      ItemSearch search,
      ItemRows items,
      ReviewerRows reviewers,
      LetterRows letters,
      DoubtBook doubts,
      Snapshots snapshots,
      Evidence evidence,
      CitedPlaces places) {
    this.kept = kept;
    this.rounds = rounds;
    this.search = search;
    this.items = items;
    this.reviewers = reviewers;
    this.letters = letters;
    this.doubts = doubts;
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.places = places;
  }

  /// Of every round about a snapshot, whole, in the order of their start.
  public List<CertificationReport> of(OpenSnapshot open) {
    return kept.findBySnapshotIdOrderByStartedAt(open.id()).stream()
        .map(round -> of(round, new ItemSearch.Wanted(null, null, null, null, null)))
        .toList();
  }

  CertificationReport of(RoundRow row, ItemSearch.Wanted wanted) {
    OpenSnapshot open = snapshots.get(row.snapshotId());
    AuditFile file = open.file();
    RoundPlan plan = rounds.plan(row);
    Rounds.Proven proven = rounds.proven(row);
    List<ReviewerRow> all =
        reviewers.findByRoundIdOrderByName(row.id()).stream()
            .filter(one -> wanted.reviewer() == null || one.person().equals(wanted.reviewer()))
            .toList();
    Map<String, String> names =
        all.stream().collect(Collectors.toMap(ReviewerRow::person, ReviewerRow::name));
    return new CertificationReport(
        file.title(),
        file.asOf(),
        row.name(),
        narrowed(wanted, names),
        plan.words(),
        plan.rule().words(),
        row.due(),
        minute(row.startedAt(), file.zone()),
        proven.proofs(),
        files(open),
        proven.missing(),
        reviewerLines(row, all, file.zone()),
        itemLines(row, wanted, names, file.zone(), places.of(open)),
        all.stream()
            .flatMap(one ->
                doubts.of(one).stream()
                    .map(asked ->
                        new CertificationReport.QuestionLine(
                            one.name(),
                            asked.doubt().sentence(),
                            asked.answer() == null ? "" : asked.answer().words())))
            .toList(),
        row.seal(),
        row.sealedWords());
  }

  private static String narrowed(ItemSearch.Wanted wanted, Map<String, String> names) {
    List<String> words = new ArrayList<>();
    if (wanted.reviewer() != null) {
      words.add("decided by " + names.getOrDefault(wanted.reviewer(), wanted.reviewer()));
    }
    if (wanted.application() != null) {
      words.add("in " + wanted.application());
    }
    return String.join(", ", words);
  }

  private static String minute(Instant at, ZoneId zone) {
    return MINUTE.format(at.atZone(zone));
  }

  private List<CertificationReport.EvidenceFile> files(OpenSnapshot open) {
    return evidence.summaries(open.id()).stream()
        .filter(file -> file.taken() && file.application() != null)
        .filter(file -> file.kinds().contains("assignments") || file.kinds().contains("grants"))
        .map(file -> {
          TieOut tie = file.tieOut();
          return new CertificationReport.EvidenceFile(
              file.file(),
              file.sha256(),
              tie.read(),
              tie.rejected(),
              tie.skipped(),
              tie.expected() == null
                  ? "no count declared"
                  : tie.tiesOut()
                      ? "%,d, ties out".formatted(tie.expected())
                      : "%,d, differs: %s"
                          .formatted(
                              tie.expected(),
                              file.explanation().isEmpty() ? "not explained" : file.explanation()));
        })
        .toList();
  }

  private List<CertificationReport.ReviewerLine> reviewerLines(
      RoundRow row, List<ReviewerRow> all, ZoneId zone) {
    Map<String, RoundProgress.Tallies> tallies = new HashMap<>();
    for (ItemRows.Group group : items.groups(row.id())) {
      tallies.merge(
          group.getReviewer(),
          RoundProgress.Tallies.NONE.with(group),
          (one, other) -> one.with(group));
    }
    Map<String, Long> sent =
        letters.findByRoundIdOrderById(row.id()).stream()
            .collect(Collectors.groupingBy(LetterRow::person, Collectors.counting()));
    return all.stream()
        .map(one ->
            reviewerLine(
                one,
                tallies.getOrDefault(one.person(), RoundProgress.Tallies.NONE),
                sent.getOrDefault(one.person(), 0L).intValue(),
                zone))
        .toList();
  }

  private static CertificationReport.ReviewerLine reviewerLine(
      ReviewerRow one, RoundProgress.Tallies tallies, int sent, ZoneId zone) {
    Instant signed = one.signedAt();
    long late =
        signed == null ? 0 : ChronoUnit.DAYS.between(one.due(), signed.atZone(zone).toLocalDate());
    String words = one.signedWords().isEmpty() ? "" : ": " + one.signedWords();
    return new CertificationReport.ReviewerLine(
        one.name(),
        one.due(),
        tallies.items(),
        tallies.keep(),
        tallies.withdraw(),
        tallies.reduce(),
        tallies.open(),
        signed == null ? "" : minute(signed, zone) + words,
        late > 0 ? Long.valueOf(late) : null,
        sent);
  }

  private List<CertificationReport.ItemLine> itemLines(
      RoundRow row,
      ItemSearch.Wanted wanted,
      Map<String, String> names,
      ZoneId zone,
      Function<Place, CitedPlaces.CitedPlace> cited) {
    List<CertificationReport.ItemLine> lines = new ArrayList<>();
    List<ItemRow> page;
    do {
      page = search.page(row.id(), wanted, lines.size(), PAGE);
      for (ItemRow item : page) {
        var about = rounds.item(item);
        CitedPlaces.CitedPlace place = cited.apply(about.place());
        lines.add(
            new CertificationReport.ItemLine(
                about,
                item.reviewer().isEmpty()
                    ? "nobody"
                    : names.getOrDefault(item.reviewer(), item.reviewer()),
                decision(item),
                item.reason(),
                item.decidedAt() == null ? "" : minute(item.decidedAt(), zone),
                "%s · row %,d".formatted(place.citation(), place.row())));
      }
    } while (page.size() == PAGE);
    return lines;
  }

  private static String decision(ItemRow item) {
    if (!item.isDecided()) {
      return "not decided";
    }
    return item.target().isEmpty() ? item.choice() : item.choice() + " to " + item.target();
  }
}
