package app.stalekeys.server.access;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.Permission;
import app.stalekeys.core.effective.Universe;
import app.stalekeys.core.effective.Usage;
import app.stalekeys.core.match.Match;
import app.stalekeys.reports.ListExport;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.Evidence;
import app.stalekeys.server.platform.Attachment;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/// What a grid shows, as a list that leaves whole: one row an account and permission.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/access")
class AccessListController {

  private static final List<String> HEADS =
      List.of(
          "application",
          "account",
          "name",
          "person",
          "person name",
          "department",
          "resource",
          "action",
          "sensitivity",
          "scope",
          "except",
          "state",
          "held by",
          "last used");

  private final Snapshots snapshots;
  private final AccessPlans plans;
  private final Evidence evidence;

  AccessListController(Snapshots snapshots, AccessPlans plans, Evidence evidence) {
    this.snapshots = snapshots;
    this.plans = plans;
    this.evidence = evidence;
  }

  @GetMapping("/list.csv")
  ResponseEntity<StreamingResponseBody> csv(
      @PathVariable long snapshot, @RequestParam Map<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.csv("access", list::csv);
  }

  @GetMapping("/list.xlsx")
  ResponseEntity<StreamingResponseBody> xlsx(
      @PathVariable long snapshot, @RequestParam Map<String, String> asked) {
    ListExport list = list(snapshot, asked);
    return Attachment.xlsx("access", list::xlsx);
  }

  private ListExport list(long snapshot, Map<String, String> asked) {
    OpenSnapshot open = snapshots.get(snapshot);
    AccessFilter filter = AccessFilter.of(asked);
    AccessPlans.Plan plan =
        plans.plan(
            snapshot,
            filter,
            new AccessPlans.Order(
                asked.getOrDefault("sort", "account"),
                asked.getOrDefault("columns", "permission"),
                asked.getOrDefault("group", "")));
    List<String> above = new ArrayList<>();
    above.add("%s, as of %s".formatted(open.file().title(), open.file().asOf()));
    above.add("Filter: " + (filter.words().isEmpty() ? "none" : filter.words()));
    Citations citations = Citations.of(open.file().evidence());
    evidence.summaries(open.id()).stream()
        .filter(file -> filter.application().equals(file.application()))
        .forEach(file ->
            above.add(
                "Source %s: %s, SHA-256 %s"
                    .formatted(citations.file(file.file()), file.file(), file.sha256())));
    return new ListExport(
        "What accounts of %s can do".formatted(plan.access().application().name()),
        above,
        HEADS,
        receiver -> plan.accounts().forEach(account -> rows(plan, account, receiver)));
  }

  private static void rows(
      AccessPlans.Plan plan, Account account, Consumer<List<String>> receiver) {
    EffectiveAccess effective = plan.access().effective();
    Universe universe = effective.universe();
    IntFunction<EffectiveAccess.Manner> manners = effective.manners(account);
    Match match = plan.access().match(account);
    for (int number : plan.permissions()) {
      EffectiveAccess.Line line = effective.line(account, number);
      if (line == null) {
        continue;
      }
      Permission permission = universe.at(number);
      Usage.Use use = plan.access().records().usage().last(account, number);
      receiver.accept(
          List.of(
              plan.access().application().id(),
              account.key(),
              account.name(),
              match == null ? "" : match.person().id(),
              match == null ? "" : match.person().name(),
              plan.access().departmentOf(account),
              permission.resource(),
              permission.action(),
              universe.sensitivity(number).word(),
              String.join("|", line.scopes()),
              String.join("|", line.except()),
              account.isEnabled(plan.snapshot().asOf()) ? "usable" : "held",
              manner(manners.apply(number)),
              use == null ? "" : use.day().toString()));
    }
  }

  private static String manner(EffectiveAccess.Manner manner) {
    List<String> words = new ArrayList<>();
    if (manner.direct()) {
      words.add("itself");
    }
    if (manner.byRole()) {
      words.add("role");
    }
    if (manner.nested()) {
      words.add("nested");
    }
    if (manner.byLevel()) {
      words.add("by level or pattern");
    }
    if (manner.limited()) {
      words.add("limited");
    }
    return String.join(", ", words);
  }
}
