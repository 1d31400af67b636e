package app.stalekeys.server.push;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.fix.FixWork;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/// Carries fixes out by a standard protocol: prepared by one person, approved by another. Safe to repeat: what is so
/// already is left alone, and before each change the object is looked at again.
@Service
class Pushes {

  /// One fix of a push.
  ///
  /// @param method empty when nothing is to be sent
  /// @param result what came of it; why nothing is to be sent, before
  record PushItem(
      long fix,
      String words,
      String who,
      String method,
      String address,
      String body,
      boolean done,
      String result) {}

  private final PushRows rows;
  private final FixWork work;
  private final Journal journal;
  private final JsonMapper json;
  private final Clock clock;

  Pushes(PushRows rows, FixWork work, Journal journal, JsonMapper json, Clock clock) {
    this.rows = rows;
    this.work = work;
    this.journal = journal;
    this.json = json;
    this.clock = clock;
  }

  @Transactional(readOnly = true)
  public List<PushRow> of(OpenSnapshot open) {
    return rows.findByAuditIdOrderByIdDesc(open.auditId());
  }

  List<PushItem> items(PushRow row) {
    return json.readValue(row.items(), new TypeReference<List<PushItem>>() {});
  }

  PushSettings settings(PushRow row) {
    return json.readValue(row.settings(), PushSettings.class);
  }

  private Instant now() {
    return clock.instant().truncatedTo(ChronoUnit.MILLIS);
  }

  private Target connect(PushSettings settings, String secret) throws IOException {
    return switch (settings.protocol()) {
      case "scim" ->
          new ScimTarget(json, web(settings.address()), secret.strip(), settings.certificate());
      case "ldap" -> new LdapTarget(settings, secret);
      default ->
          throw Refusal.unusable(
              "The protocol is \"%s\", expected scim or ldap.".formatted(settings.protocol()));
    };
  }

  private static String web(String address) {
    try {
      String scheme = URI.create(address.strip()).getScheme();
      if ("https".equals(scheme) || "http".equals(scheme)) {
        return address.strip();
      }
    } catch (IllegalArgumentException noAddress) {
      // said below
    }
    throw Refusal.unusable(
        "\"%s\" is no address of a service, such as https://accounts.fennicksound.example/scim/v2."
            .formatted(address));
  }

  /// A dry run: looks everything up, changes nothing, and keeps the exact requests for a second person.
  ///
  /// @return its id
  @Transactional
  public long prepare(
      OpenSnapshot open,
      String application,
      PushSettings settings,
      String secret,
      List<Long> fixes,
      String who) {
    Map<Long, FixWork.Open> known =
        work.open(open, application).stream()
            .collect(Collectors.toMap(FixWork.Open::id, Function.identity()));
    if (fixes.isEmpty() || !known.keySet().containsAll(fixes)) {
      throw Refusal.unusable(
          "Choose fixes of %s that are not reported done yet.".formatted(application));
    }
    List<PushItem> items = new ArrayList<>();
    try (Target target = connect(settings, secret)) {
      for (Long id : fixes) {
        FixWork.Open fix = java.util.Objects.requireNonNull(known.get(id));
        items.add(item(fix, target.prepare(fix.step())));
      }
    } catch (IOException failed) {
      throw unreachable(failed);
    }
    PushRow row = new PushRow(open.auditId(), open.id(), application, who, now());
    row.holds(
        settings.protocol(), json.writeValueAsString(settings), json.writeValueAsString(items));
    rows.save(row);
    journal.write(
        who,
        "fix",
        "prepared %d changes of %s by %s; nothing was sent"
            .formatted(items.size(), application, settings.protocol()));
    return row.id();
  }

  private static Refusal unreachable(IOException failed) {
    String message = failed.getMessage();
    return Refusal.unusable(
        "The service could not be asked: %s. Nothing was changed; correct the details and try again."
            .formatted(message == null ? "no connection" : message));
  }

  private static PushItem item(FixWork.Open fix, Target.Prepared prepared) {
    Target.Change change = prepared.change();
    return new PushItem(
        fix.id(),
        fix.words(),
        fix.who(),
        change == null ? "" : change.method(),
        change == null ? "" : change.address(),
        change == null ? "" : change.body(),
        prepared.isDone(),
        prepared.words());
  }

  private PushRow waiting(OpenSnapshot open, long id) {
    PushRow row =
        rows.findByIdAndAuditId(id, open.auditId())
            .orElseThrow(() -> Refusal.missing("There are no such changes in this audit."));
    if (!row.state().equals(PushRow.PREPARED)) {
      throw Refusal.conflict("These changes are %s.".formatted(row.state()));
    }
    return row;
  }

  @Transactional
  public void drop(OpenSnapshot open, long id, String who) {
    waiting(open, id).drop();
    journal.write(who, "fix", "dropped the prepared changes %d".formatted(id));
  }

  /// Sends what was prepared, item by item; what one of them comes to stops none of the others.
  @Transactional
  public void carryOut(OpenSnapshot open, long id, String secret, String who) {
    PushRow row = waiting(open, id);
    if (row.preparedBy().equals(who)) {
      throw Refusal.unusable(
          "You prepared these changes yourself; somebody else has to approve them.");
    }
    Map<Long, FixWork.Open> known =
        work.open(open, row.application()).stream()
            .collect(Collectors.toMap(FixWork.Open::id, Function.identity()));
    List<PushItem> results = new ArrayList<>();
    try (Target target = connect(settings(row), secret)) {
      for (PushItem item : items(row)) {
        results.add(sent(target, item, known));
      }
    } catch (IOException failed) {
      throw unreachable(failed);
    }
    row.carriedOut(json.writeValueAsString(results), who, now());
    for (PushItem item : results) {
      if (item.done) {
        work.carriedOut(
            open, item.fix, "carried out by %s: %s".formatted(row.protocol(), item.result), who);
      }
    }
    journal.write(
        who,
        "fix",
        "approved and carried out %d changes of %s by %s, prepared by %s: %d done"
            .formatted(
                results.size(),
                row.application(),
                row.protocol(),
                row.preparedBy(),
                results.stream().filter(PushItem::done).count()));
  }

  /// Looks again first: only what was approved, and is still to be done, is sent.
  private static PushItem sent(Target target, PushItem item, Map<Long, FixWork.Open> known) {
    FixWork.Open fix = known.get(item.fix);
    if (fix == null) {
      return result(item, item.done, "it was reported done meanwhile");
    }
    try {
      Target.Prepared now = target.prepare(fix.step());
      Target.Change change = now.change();
      if (change == null) {
        return result(item, now.isDone(), now.words());
      }
      if (!change.body().equals(item.body) || !change.address().equals(item.address)) {
        return result(item, false, "not sent: it would be another change than was approved");
      }
      return result(item, true, target.send(change));
    } catch (IOException failed) {
      return result(item, false, "not done: " + failed.getMessage());
    }
  }

  private static PushItem result(PushItem item, boolean done, String words) {
    return new PushItem(
        item.fix, item.words, item.who, item.method, item.address, item.body, done, words);
  }

  /// Ids of fixes that wait in prepared changes.
  @Transactional(readOnly = true)
  public Set<Long> prepared(OpenSnapshot open) {
    return of(open).stream()
        .filter(row -> row.state().equals(PushRow.PREPARED))
        .flatMap(row -> items(row).stream())
        .map(PushItem::fix)
        .collect(Collectors.toSet());
  }
}
