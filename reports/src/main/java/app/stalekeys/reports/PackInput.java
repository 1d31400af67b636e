package app.stalekeys.reports;

import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Place;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/// Everything a pack can tell.
///
/// @param findings all of them with their decisions, the evidence and how every check fared
/// @param rounds of certification, in the order of their start; null where none are kept, as in a headless run
/// @param remediation null where no fixes are kept
/// @param rawLines the text of rows of evidence, by place, for the places asked for; what is missing stays blank
public record PackInput(
    FindingsReport findings,
    Snapshot snapshot,
    @Nullable List<CertificationReport> rounds,
    @Nullable RemediationReport remediation,
    Function<List<Place>, Map<Place, String>> rawLines) {}
