package app.stalekeys.server.report;

import app.stalekeys.core.audit.Citations;
import app.stalekeys.reports.FindingsReport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.findings.FindingFilter;
import app.stalekeys.server.findings.FindingList;
import app.stalekeys.server.gather.Evidence;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// What the findings report tells, with the decisions as they stand.
@Component
class FindingsReports {

  private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  private final FindingList findings;
  private final Evidence evidence;

  FindingsReports(FindingList findings, Evidence evidence) {
    this.findings = findings;
    this.evidence = evidence;
  }

  FindingsReport of(OpenSnapshot open, FindingFilter filter) {
    ZoneId zone = open.file().zone();
    return new FindingsReport(
        open.file(),
        filter.words(),
        evidence.summaries(open.id()).stream()
            .filter(Evidence.Summary::taken)
            .map(file ->
                new FindingsReport.EvidenceLine(
                    open.spec(file.file(), file.application()),
                    file.sha256(),
                    file.tieOut(),
                    file.explanation()))
            .toList(),
        findings.checks(open),
        findings.all(open, filter).stream()
            .map(line ->
                new FindingsReport.FindingLine(line.finding(), decision(line.decision(), zone)))
            .toList(),
        Citations.of(open.file().evidence()));
  }

  private static FindingsReport.@Nullable DecisionLine decision(
      FindingList.@Nullable Said said, ZoneId zone) {
    return said == null
        ? null
        : new FindingsReport.DecisionLine(
            said.word(),
            said.reason(),
            said.approver(),
            said.until(),
            said.by(),
            MINUTE.format(said.at().atZone(zone)));
  }
}
