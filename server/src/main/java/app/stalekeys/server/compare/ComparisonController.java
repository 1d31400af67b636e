package app.stalekeys.server.compare;

import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.snapshot.Comparison;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.platform.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// What came, went and changed between two as-of dates of an audit: counts, and the rows behind each.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/comparison")
class ComparisonController {

  private static final int MOST = 500;

  /// @param state `compared`, `counted`, `only before` or `only now`
  record KindCount(
      String application,
      String kind,
      String state,
      long before,
      long now,
      long came,
      long went,
      long changed) {}

  record ComparisonView(
      String beforeAsOf, String nowAsOf, Map<String, String> names, List<KindCount> counts) {}

  record FieldChangeView(String field, String before, String now) {}

  /// @param snapshot of the evidence, for links
  record PlaceView(long snapshot, long evidence, String citation, long row) {}

  record DifferenceView(
      String change,
      String subject,
      List<FieldChangeView> fields,
      @Nullable PlaceView before,
      @Nullable PlaceView now) {}

  record DifferencePage(long total, List<DifferenceView> lines) {}

  /// One comparison is kept: paging through it must not pair a million rows again.
  private record Kept(List<Long> facts, Comparison comparison) {}

  private final Snapshots snapshots;
  private final Evidence evidence;
  private volatile @Nullable Kept kept;

  ComparisonController(Snapshots snapshots, Evidence evidence) {
    this.snapshots = snapshots;
    this.evidence = evidence;
  }

  @GetMapping
  ComparisonView compare(@PathVariable long snapshot, @RequestParam long with) {
    OpenSnapshot now = snapshots.get(snapshot);
    OpenSnapshot before = other(now, with);
    Map<String, String> names = new LinkedHashMap<>();
    now.file().applications().forEach(one -> names.put(one.id(), one.name()));
    return new ComparisonView(
        before.file().asOf().toString(),
        now.file().asOf().toString(),
        names,
        comparison(before, now).counts().stream()
            .map(count ->
                new KindCount(
                    count.application(),
                    count.kind().id(),
                    count.state().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                    count.before(),
                    count.now(),
                    count.came(),
                    count.went(),
                    count.changed()))
            .toList());
  }

  @GetMapping("/rows")
  DifferencePage rows(
      @PathVariable long snapshot,
      @RequestParam long with,
      @RequestParam(defaultValue = "") String application,
      @RequestParam String kind,
      @RequestParam(defaultValue = "") String change,
      @RequestParam(defaultValue = "0") int offset,
      @RequestParam(defaultValue = "200") int limit) {
    OpenSnapshot now = snapshots.get(snapshot);
    OpenSnapshot before = other(now, with);
    Kind wanted = Kind.of(kind).orElseThrow(() -> Refusal.missing("There is no such kind."));
    List<Comparison.Line> lines =
        comparison(before, now).lines().stream()
            .filter(line -> line.kind() == wanted && line.application().equals(application))
            .filter(line ->
                change.isEmpty() || line.change().name().toLowerCase(Locale.ROOT).equals(change))
            .toList();
    Places then = new Places(before);
    Places today = new Places(now);
    return new DifferencePage(
        lines.size(),
        lines.stream()
            .skip(Math.max(0, offset))
            .limit(Math.clamp(limit, 1, MOST))
            .map(line ->
                new DifferenceView(
                    line.change().name().toLowerCase(Locale.ROOT),
                    line.subject(),
                    line.fields().stream()
                        .map(field ->
                            new FieldChangeView(field.field(), field.before(), field.now()))
                        .toList(),
                    then.view(line.before()),
                    today.view(line.now())))
            .toList());
  }

  private OpenSnapshot other(OpenSnapshot now, long with) {
    OpenSnapshot before = snapshots.get(with);
    if (before.auditId() != now.auditId() || before.id() == now.id()) {
      throw Refusal.unusable("Choose another as-of date of the same audit to compare with.");
    }
    return before;
  }

  private Comparison comparison(OpenSnapshot before, OpenSnapshot now) {
    List<Long> facts = new ArrayList<>(evidence.version(before.id()));
    facts.addAll(evidence.version(now.id()));
    Kept known = kept;
    if (known != null && known.facts.equals(facts)) {
      return known.comparison;
    }
    List<FactSource> then = evidence.facts(before);
    Comparison fresh = Comparison.of(then, evidence.facts(now), now.file().applications());
    kept = new Kept(facts, fresh);
    return fresh;
  }

  /// Where places of one snapshot lead to.
  private final class Places {
    private final OpenSnapshot open;
    private final Citations citations;
    private final Map<String, Long> ids;

    Places(OpenSnapshot open) {
      this.open = open;
      this.citations = Citations.of(open.file().evidence());
      this.ids =
          evidence.summaries(open.id()).stream()
              .collect(Collectors.toMap(Evidence.Summary::file, Evidence.Summary::id));
    }

    @Nullable PlaceView view(@Nullable Place place) {
      return place == null
          ? null
          : new PlaceView(
              open.id(),
              ids.getOrDefault(place.file(), 0L),
              citations.file(place.file()),
              place.row());
    }
  }
}
