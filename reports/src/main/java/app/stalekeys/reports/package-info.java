/// Core results as files: JSON, CSV and PDF. No computing here; the same inputs give the same bytes.
///
/// Entry points: [FindingsJson], [TieOutJson], [FindingsCsv], [FindingsPdf]. The last two take a
/// [FindingsReport], which screen and command line both can fill.
package app.stalekeys.reports;
