package app.stalekeys.core.check.excess;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.check.Check;
import app.stalekeys.core.check.CheckCard;
import app.stalekeys.core.check.Enumeration;
import app.stalekeys.core.check.Examination;
import app.stalekeys.core.check.Severity;
import app.stalekeys.core.effective.EffectiveAccess;
import app.stalekeys.core.effective.PermissionDetail;
import app.stalekeys.core.effective.Universe;
import java.util.BitSet;
import java.util.List;
import java.util.Objects;

/// An account that holds a permission of one of the `categories` and whose department is not one of those
/// expected. Without a list of departments it flags nobody and only counts.
public final class SensitiveExport implements Check {

  private static final CheckCard CARD =
      CheckCard.of("sensitive-export", "May take data out")
          .why("Whoever can export can carry everything out at once.")
          .severity(Severity.MEDIUM)
          .tests("accounts that hold such a permission")
          .needsAll("accounts", "grants", "permissions")
          .references("AC-6")
          .remedy(
              "Take it away",
              10,
              "Ask the department whether it needs it.",
              "Remove the role or grant that gives it.")
          .list("categories", List.of("export"), "categories of permissions that take data out")
          .list(
              "departments",
              List.of(),
              "departments that are expected to have them; none: nobody is flagged")
          .in("Excessive access");

  @Override
  public CheckCard card() {
    return CARD;
  }

  @Override
  public void examine(Examination examination) {
    EffectiveAccess effective = examination.access().effective();
    Universe universe = effective.universe();
    BitSet exporting = new BitSet();
    for (int i = 0; i < universe.size(); i++) {
      PermissionDetail detail = universe.detail(i);
      exporting.set(
          i, detail != null && examination.words("categories").contains(detail.category()));
    }
    List<String> expected = examination.words("departments");
    for (Account account : examination.access().accounts()) {
      BitSet held = (BitSet) exporting.clone();
      held.and(effective.permissions(account));
      if (held.isEmpty()) {
        continue;
      }
      examination.tested();
      String department = examination.access().departmentOf(account);
      if (!expected.isEmpty() && !expected.contains(department)) {
        List<String> permissions =
            held.stream().mapToObj(number -> universe.words(number)).toList();
        Examination.Draft draft =
            examination
                .flag(account, Severity.MEDIUM)
                .fact("ofDepartment", department)
                .fact("permissions", permissions);
        held.stream()
            .mapToObj(number -> Objects.requireNonNull(universe.detail(number)).place())
            .forEach(draft::evidence);
        draft.saying(
            "The account %s of %s may take data out: %s."
                .formatted(
                    account.key(),
                    department.isEmpty() ? "no known department" : department,
                    Enumeration.of(permissions)));
      }
    }
  }
}
