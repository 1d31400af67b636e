package app.stalekeys.server.conflicts;

import app.stalekeys.core.conflict.Doers;
import app.stalekeys.core.effective.Area;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.CodePoints;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Mitigation;
import app.stalekeys.core.task.Task;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/// Who holds one conflict, or two tasks that are none yet.
final class ConflictHolders {

  /// @param where parts of the organisation in which both can be done
  record Holder(Doers.Doer doer, List<Area> where, @Nullable Mitigation mitigation) {}

  /// A permission by which somebody can do a task.
  ///
  /// @param permission resource and action with a bar between, as the trace asks for them
  record Proof(String task, String name, String application, String account, String permission) {}

  private final Snapshot snapshot;
  private final Doers doers;
  private final Conflict conflict;

  ConflictHolders(Snapshot snapshot, Conflict conflict) {
    this.snapshot = snapshot;
    this.doers = new Doers(snapshot);
    this.conflict = conflict;
  }

  Doers doers() {
    return doers;
  }

  /// By name.
  List<Holder> all() {
    List<Holder> holders = new ArrayList<>();
    for (Doers.Doer doer : doers.in(doers.tasks().applications(conflict))) {
      List<Area> where = doers.together(doer, conflict);
      if (!where.isEmpty()) {
        holders.add(new Holder(doer, where, mitigation(doer)));
      }
    }
    holders.sort(Comparator.comparing(holder -> holder.doer().name(), CodePoints.ORDER));
    return holders;
  }

  private @Nullable Mitigation mitigation(Doers.Doer doer) {
    return doers.tasks().mitigations().stream()
        .filter(one -> one.conflict().equals(conflict.id()) && one.person().equals(doer.key()))
        .max(
            Comparator.comparing(
                (Mitigation one) -> Optional.ofNullable(one.until()).orElse(LocalDate.MAX)))
        .orElse(null);
  }

  boolean isMitigated(Holder holder) {
    Mitigation mitigation = holder.mitigation();
    return mitigation != null && mitigation.holdsOn(snapshot.asOf());
  }

  /// One permission for each task: what the trace of it is drawn from.
  List<Proof> proofs(Doers.Doer doer) {
    List<Proof> proofs = new ArrayList<>();
    for (String id : conflict.tasks()) {
      Task task = doers.tasks().task(id);
      task.permissions().stream()
          .flatMap(need -> proof(doer, task, need).stream())
          .findFirst()
          .ifPresent(proofs::add);
    }
    return proofs;
  }

  private static Optional<Proof> proof(Doers.Doer doer, Task task, Task.Need need) {
    for (Doers.Held held : doer.accounts()) {
      var access = held.access();
      if (access.application().id().equals(need.application())) {
        Permission pattern = new Permission(need.resource(), need.action());
        BitSet can = (BitSet) access.effective().universe().named(pattern).clone();
        can.and(access.effective().permissions(held.account()));
        if (!can.isEmpty()) {
          Permission one = access.effective().universe().at(can.nextSetBit(0));
          return Optional.of(
              new Proof(
                  task.id(),
                  task.name(),
                  need.application(),
                  held.account().key(),
                  one.resource() + "|" + one.action()));
        }
      }
    }
    return Optional.empty();
  }
}
