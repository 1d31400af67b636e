package app.stalekeys.reports;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Role;
import app.stalekeys.core.check.Finding;
import app.stalekeys.core.match.Match;
import app.stalekeys.core.snapshot.ApplicationAccess;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Mitigation;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/// The parts of a pack about who holds and can do what.
final class AccessSections {

  private final PackInput input;
  private final Set<String> chosen;
  private final LocalDate asOf;

  AccessSections(PackInput input, List<String> people) {
    this.input = input;
    this.chosen = new HashSet<>(people);
    this.asOf = input.snapshot().asOf();
  }

  List<Block> conflicts() {
    List<Conflict> declared = input.snapshot().tasks().conflicts();
    if (declared.isEmpty()) {
      return List.of(
          Block.Words.warning(
              "No tasks are set against each other in this audit, so conflicts were not looked for."));
    }
    Map<String, List<Finding>> held = new HashMap<>();
    input
        .findings()
        .findings()
        .forEach(line -> {
          Object conflict = line.finding().facts().get("conflict");
          if (conflict != null && line.finding().check().equals("conflict")) {
            held.computeIfAbsent(conflict.toString(), key -> new ArrayList<>()).add(line.finding());
          }
        });
    List<List<String>> rows = new ArrayList<>();
    for (Conflict one : declared) {
      rows.add(
          List.of(
              tasks(one),
              one.severity(),
              one.reason(),
              String.valueOf(held.getOrDefault(one.id(), List.of()).size())));
    }
    List<Block> blocks = new ArrayList<>();
    blocks.add(
        new Block.Grid(
            "conflicts",
            List.of(
                Block.Column.text("Tasks that one person must not hold together", 44),
                Block.Column.text("Severity", 12),
                Block.Column.text("Why", 30),
                Block.Column.number("people", 10)),
            rows));
    blocks.add(Block.Words.head("Who holds them"));
    blocks.add(
        new Block.Grid(
            "conflicts held",
            List.of(
                Block.Column.text("What was found", 56),
                Block.Column.text("Severity", 12),
                Block.Column.id("Evidence", 32)),
            held.values().stream()
                .flatMap(List::stream)
                .map(finding ->
                    List.of(
                        finding.sentence(),
                        finding.severity().word(),
                        finding.evidence().stream()
                            .limit(4)
                            .map(input.findings().citations()::cite)
                            .collect(Collectors.joining(", "))))
                .toList()));
    blocks.add(Block.Words.head("Mitigations"));
    blocks.add(mitigations());
    return blocks;
  }

  private String tasks(Conflict conflict) {
    return conflict.tasks().stream()
        .map(id -> input.snapshot().tasks().task(id).name())
        .collect(Collectors.joining(" and "));
  }

  private Block mitigations() {
    List<Mitigation> all = input.snapshot().tasks().mitigations();
    if (all.isEmpty()) {
      return Block.Words.plain("None is recorded.");
    }
    return new Block.Grid(
        "mitigations",
        List.of(
            Block.Column.text("Conflict", 20),
            Block.Column.text("Person", 16),
            Block.Column.text("Control", 30),
            Block.Column.text("Answers for it", 14),
            Block.Column.day("until", 10),
            Block.Column.text("State", 10)),
        all.stream()
            .map(one ->
                List.of(
                    one.conflict(),
                    one.person(),
                    one.control(),
                    one.owner(),
                    Objects.toString(one.until(), ""),
                    one.holdsOn(asOf) ? "holds" : "lapsed"))
            .toList());
  }

  List<Block> effective() {
    if (chosen.isEmpty()) {
      return List.of(Block.Words.warning("Nobody was chosen for this part."));
    }
    List<List<String>> rows = new ArrayList<>();
    Set<String> found = new HashSet<>();
    for (ApplicationAccess access : input.snapshot().applications()) {
      for (Account account : access.accounts()) {
        Match match = access.match(account);
        String person = match == null ? "" : match.person().id();
        if (chosen.contains(person) || chosen.contains(account.key())) {
          found.add(chosen.contains(person) ? person : account.key());
          String name = match == null ? account.name() : match.person().name();
          boolean usable = account.isEnabled(asOf);
          access
              .effective()
              .forEach(
                  account,
                  line ->
                      rows.add(
                          List.of(
                              name,
                              access.application().name(),
                              account.key(),
                              line.permission().action() + " " + line.permission().resource(),
                              scopes(line.scopes(), line.except()),
                              usable ? "usable" : "held")));
        }
      }
    }
    List<Block> blocks = new ArrayList<>();
    for (String one : chosen.stream().sorted().toList()) {
      if (!found.contains(one)) {
        blocks.add(Block.Words.warning("%s has no account in this snapshot.".formatted(one)));
      }
    }
    blocks.add(
        Block.Words.plain(
            "After all layers that add and remove. Held is what an account that is not enabled would have."));
    blocks.add(
        new Block.Grid(
            "effective access",
            List.of(
                Block.Column.text("Person", 18),
                Block.Column.text("Application", 16),
                Block.Column.id("Account", 14),
                Block.Column.text("Can", 28),
                Block.Column.text("Where", 16),
                Block.Column.text("State", 8)),
            rows));
    return blocks;
  }

  private static String scopes(List<String> scopes, List<String> except) {
    String where =
        scopes.stream()
            .map(scope -> scope.isEmpty() ? "everywhere" : scope)
            .collect(Collectors.joining(", "));
    return except.isEmpty() ? where : where + " except " + String.join(", ", except);
  }

  List<Block> rolesByUser() {
    List<List<String>> rows = new ArrayList<>();
    for (ApplicationAccess access : input.snapshot().applications()) {
      if (!access.coverage().has("assignments")) {
        continue;
      }
      Map<Integer, Set<String>> held = new HashMap<>();
      for (Assignment one : access.assignments()) {
        if (one.isCurrent(asOf)) {
          held.computeIfAbsent(one.account().index(), key -> new LinkedHashSet<>())
              .add(one.role() + in(one));
        }
      }
      for (Account account : access.accounts()) {
        Set<String> roles = held.getOrDefault(account.index(), Set.of());
        rows.add(
            List.of(
                access.application().name(),
                account.key(),
                name(access, account),
                account.status().word(),
                String.valueOf(roles.size()),
                String.join(", ", roles)));
      }
    }
    return withMissing(
        new Block.Grid(
            "roles by user",
            List.of(
                Block.Column.text("Application", 16),
                Block.Column.id("Account", 14),
                Block.Column.text("Name", 20),
                Block.Column.text("State", 10),
                Block.Column.number("roles", 7),
                Block.Column.text("Which", 33)),
            rows));
  }

  /// The list, after a word about applications whose holders nobody can tell: no list is not nobody.
  private List<Block> withMissing(Block.Grid grid) {
    List<String> without =
        input.snapshot().applications().stream()
            .filter(access -> !access.coverage().has("assignments"))
            .map(access -> access.application().name())
            .toList();
    return without.isEmpty()
        ? List.of(grid)
        : List.of(
            Block.Words.warning(
                "No list of who holds which role came of: %s."
                    .formatted(String.join(", ", without))),
            grid);
  }

  private static String in(Assignment one) {
    String scope = one.scope().toString();
    return scope.isEmpty() ? "" : " in " + scope;
  }

  private static String name(ApplicationAccess access, Account account) {
    Match match = access.match(account);
    return match == null ? account.name() : match.person().name();
  }

  List<Block> usersByRole() {
    List<List<String>> rows = new ArrayList<>();
    for (ApplicationAccess access : input.snapshot().applications()) {
      if (!access.coverage().has("assignments")) {
        continue;
      }
      Map<String, Set<String>> holders = new HashMap<>();
      for (Assignment one : access.assignments()) {
        if (one.isCurrent(asOf)) {
          holders
              .computeIfAbsent(one.role(), key -> new LinkedHashSet<>())
              .add(
                  "%s (%s)%s".formatted(name(access, one.account()), one.account().key(), in(one)));
        }
      }
      for (Role role : access.roles().roles()) {
        Set<String> held = holders.getOrDefault(role.id(), Set.of());
        rows.add(
            List.of(
                access.application().name(),
                role.id(),
                role.name().equals(role.id()) ? role.description() : role.name(),
                access.isPrivilegedRole(role.id()) ? "privileged" : "",
                String.valueOf(held.size()),
                String.join(", ", held)));
      }
    }
    return withMissing(
        new Block.Grid(
            "users by role",
            List.of(
                Block.Column.text("Application", 12),
                Block.Column.id("Role", 12),
                Block.Column.text("Name", 14),
                Block.Column.text("", 8),
                Block.Column.number("holders", 7),
                Block.Column.text("Who", 47)),
            rows));
  }
}
