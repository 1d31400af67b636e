package app.stalekeys.server.push;

import app.stalekeys.core.fix.FixAction;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.fix.FixWork;
import java.security.Principal;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// Fixes carried out by SCIM or LDAP.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/pushes")
class PushController {

  private static final Set<FixAction> SENDABLE =
      EnumSet.of(FixAction.DISABLE, FixAction.REMOVE_ASSIGNMENT);

  record PushChoice(long id, String words, String who, boolean prepared) {}

  record PushView(
      long id,
      String application,
      String protocol,
      String where,
      String state,
      String preparedAt,
      String preparedBy,
      @Nullable String carriedAt,
      String carriedBy,
      boolean own,
      List<Pushes.PushItem> items) {}

  record PushAsked(String application, PushSettings settings, String secret, List<Long> fixes) {}

  record PushSecret(String secret) {}

  private final Pushes pushes;
  private final FixWork work;
  private final Snapshots snapshots;

  PushController(Pushes pushes, FixWork work, Snapshots snapshots) {
    this.pushes = pushes;
    this.work = work;
    this.snapshots = snapshots;
  }

  @GetMapping
  List<PushView> all(@PathVariable long snapshot, Principal who) {
    return pushes.of(snapshots.get(snapshot)).stream()
        .map(row -> {
          PushSettings settings = pushes.settings(row);
          return new PushView(
              row.id(),
              row.application(),
              row.protocol(),
              row.protocol().equals("scim")
                  ? settings.address()
                  : "%s:%d".formatted(settings.host(), settings.port()),
              row.state(),
              row.preparedAt().toString(),
              row.preparedBy(),
              row.carriedAt() == null ? null : row.carriedAt().toString(),
              row.carriedBy(),
              row.preparedBy().equals(who.getName()),
              pushes.items(row));
        })
        .toList();
  }

  /// What can be sent of one application.
  @GetMapping("/choices")
  List<PushChoice> choices(@PathVariable long snapshot, @RequestParam String application) {
    OpenSnapshot open = snapshots.get(snapshot);
    Set<Long> prepared = pushes.prepared(open);
    return work.open(open, application).stream()
        .filter(fix -> SENDABLE.contains(fix.step().action()))
        .map(fix -> new PushChoice(fix.id(), fix.words(), fix.who(), prepared.contains(fix.id())))
        .toList();
  }

  /// A dry run.
  @PostMapping
  void prepare(@PathVariable long snapshot, @RequestBody PushAsked asked, Principal who) {
    pushes.prepare(
        snapshots.get(snapshot),
        asked.application,
        asked.settings,
        asked.secret,
        asked.fixes,
        who.getName());
  }

  @PostMapping("/{id}/carry-out")
  void carryOut(
      @PathVariable long snapshot,
      @PathVariable long id,
      @RequestBody PushSecret secret,
      Principal who) {
    pushes.carryOut(snapshots.get(snapshot), id, secret.secret, who.getName());
  }

  @DeleteMapping("/{id}")
  void drop(@PathVariable long snapshot, @PathVariable long id, Principal who) {
    pushes.drop(snapshots.get(snapshot), id, who.getName());
  }
}
