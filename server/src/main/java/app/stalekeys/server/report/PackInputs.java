package app.stalekeys.server.report;

import app.stalekeys.core.source.Place;
import app.stalekeys.reports.PackInput;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.certify.RoundReports;
import app.stalekeys.server.findings.Examinations;
import app.stalekeys.server.findings.FindingFilter;
import app.stalekeys.server.fix.RemediationReports;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.gather.EvidenceLines;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/// Brings together what a pack tells.
@Component
class PackInputs {

  private final FindingsReports findings;
  private final Examinations examinations;
  private final RoundReports rounds;
  private final RemediationReports remediation;
  private final Evidence evidence;
  private final EvidenceLines lines;

  PackInputs(
      FindingsReports findings,
      Examinations examinations,
      RoundReports rounds,
      RemediationReports remediation,
      Evidence evidence,
      EvidenceLines lines) {
    this.findings = findings;
    this.examinations = examinations;
    this.rounds = rounds;
    this.remediation = remediation;
    this.evidence = evidence;
    this.lines = lines;
  }

  PackInput of(OpenSnapshot open) {
    return new PackInput(
        findings.of(open, FindingFilter.ALL),
        examinations.loaded(open.id()),
        rounds.of(open),
        remediation.of(open),
        places -> texts(open, places));
  }

  /// Each file is walked over once.
  private Map<Place, String> texts(OpenSnapshot open, List<Place> places) {
    Map<String, Long> ids =
        evidence.summaries(open.id()).stream()
            .collect(Collectors.toMap(Evidence.Summary::file, Evidence.Summary::id));
    Map<String, List<Place>> byFile = new LinkedHashMap<>();
    places.forEach(
        place -> byFile.computeIfAbsent(place.file(), key -> new ArrayList<>()).add(place));
    Map<Place, String> texts = new HashMap<>();
    byFile.forEach((file, own) -> {
      Long id = ids.get(file);
      if (id != null) {
        Map<Long, String> rows = lines.rawLines(open, id, own.stream().map(Place::row).toList());
        own.forEach(place -> {
          String text = rows.get(place.row());
          if (text != null) {
            texts.put(place, text);
          }
        });
      }
    });
    return texts;
  }
}
