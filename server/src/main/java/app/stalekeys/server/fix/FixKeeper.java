package app.stalekeys.server.fix;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.Subject;
import app.stalekeys.core.fix.FixAction;
import app.stalekeys.core.fix.FixState;
import app.stalekeys.core.fix.Step;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/// Fixes as they are kept in an audit folder, and the way back. Restoring adds fixes that are not known here and never
/// changes one that is.
@Service
public class FixKeeper {

  /// One fix of the saved folder.
  ///
  /// @param action as in [Step]
  public record Kept(
      String action,
      String application,
      String subjectType,
      String subject,
      String what,
      String scope,
      String to,
      String who,
      String severity,
      String source,
      List<Clear> clears,
      @Nullable Takes takes,
      String note,
      String actor,
      LocalDate due,
      @Nullable String file,
      long row,
      Instant plannedAt,
      String plannedBy,
      List<KeptDeed> deeds) {}

  public record KeptDeed(Instant at, String by, String state, String words) {}

  private final FixRows rows;
  private final FixDeedRows deeds;
  private final FixViews views;
  private final JsonMapper json;

  FixKeeper(FixRows rows, FixDeedRows deeds, FixViews views, JsonMapper json) {
    this.rows = rows;
    this.deeds = deeds;
    this.views = views;
    this.json = json;
  }

  /// The fixes planned in one snapshot.
  @Transactional(readOnly = true)
  public List<Kept> kept(long snapshotId) {
    return rows.findBySnapshotIdOrderById(snapshotId).stream().map(this::kept).toList();
  }

  private Kept kept(FixRow row) {
    Step step = row.step();
    Place place = row.place();
    return new Kept(
        step.action().word(),
        step.application(),
        step.subject().type(),
        step.subject().key(),
        step.what(),
        step.scope(),
        step.to(),
        row.who(),
        FixViews.severity(row).word(),
        row.source(),
        views.clears(row),
        views.takes(row),
        row.note(),
        row.actor(),
        row.due(),
        place == null ? null : place.file(),
        place == null ? 0 : place.row(),
        row.plannedAt(),
        row.plannedBy(),
        deeds.findByFixIdOrderById(row.id()).stream()
            .map(deed -> new KeptDeed(deed.at(), deed.byName(), deed.state().word(), deed.words()))
            .toList());
  }

  /// Restores fixes that are not known here; what later snapshots say of them is found out when those are examined.
  ///
  /// @return how many were restored
  @Transactional
  public int restore(OpenSnapshot open, List<Kept> kept) {
    int restored = 0;
    for (Kept one : kept) {
      Step step =
          new Step(
              FixAction.of(one.action).orElseThrow(),
              one.application,
              new Subject(one.subjectType, one.subject),
              one.what,
              one.scope,
              one.to);
      if (rows.findByAuditIdAndFixKey(open.auditId(), step.key()).isPresent()) {
        continue;
      }
      FixRow row = new FixRow(open.auditId(), open.id(), step, one.plannedBy, one.plannedAt);
      row.isFor(
          one.who,
          Severity.of(one.severity).orElseThrow().ordinal(),
          one.source,
          one.file == null ? null : Place.ofRow(one.file, one.row));
      row.clears(
          json.writeValueAsString(one.clears),
          json.writeValueAsString(one.takes == null ? Takes.NOTHING : one.takes));
      row.note(one.note);
      row.give(one.actor, one.due);
      rows.save(row);
      for (KeptDeed deed : one.deeds) {
        FixState state = FixState.of(deed.state).orElseThrow();
        row.become(state);
        deeds.save(new FixDeedRow(row.id(), deed.at, deed.by, state, deed.words));
      }
      restored++;
    }
    return restored;
  }
}
