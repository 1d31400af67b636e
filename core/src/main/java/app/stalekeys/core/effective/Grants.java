package app.stalekeys.core.effective;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.AccountBook;
import app.stalekeys.core.access.RoleGraph;
import app.stalekeys.core.access.Scopes;
import app.stalekeys.core.evidence.FactCursor;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/// The grants of one application as its files have them, in their order.
///
/// @param strangers how many rows were left out, since they name an account that no accounts file defines
record Grants(List<Grant> list, int strangers) {

  /// A holder whose type no file says is a role if one of that name is known, else an account if one is;
  /// else a role that only the grants name. A grant to an account that no accounts file defines is a
  /// data problem and gives nothing.
  static Grants read(
      Collection<? extends FactSource> sources,
      AccountBook accounts,
      RoleGraph roles,
      List<Issue> problems) {
    List<Grant> grants = new ArrayList<>();
    Scopes scopes = new Scopes();
    Set<String> undefined = new LinkedHashSet<>();
    int[] strangers = new int[1];
    for (FactSource source : sources) {
      FactCursor.forEach(
          source,
          Kind.GRANTS,
          row -> {
            String holder = row.text("holder");
            String type = row.text("holder-type");
            Account account =
                type.equals("role") || (type.isEmpty() && roles.role(holder) != null)
                    ? null
                    : accounts.find(row.text("directory"), holder);
            boolean isRole = type.equals("role") || (type.isEmpty() && account == null);
            if (isRole) {
              roles.name(holder, row.place());
            } else if (account == null) {
              strangers[0]++;
              if (undefined.add(holder)) {
                problems.add(
                    Issue.problem(
                        "account-undefined",
                        "account %s holds grants and is in no accounts file; it is in no check"
                            .formatted(Quoted.text(holder)),
                        row.place()));
              }
              return;
            }
            grants.add(
                new Grant(
                    isRole ? holder : "",
                    account,
                    new Permission(row.text("resource"), row.text("action")),
                    Grant.Effect.of(row.text("effect")),
                    scopes.of(row.text("scope")),
                    row.day("from"),
                    row.day("until"),
                    row.place()));
          });
    }
    return new Grants(grants, strangers[0]);
  }
}
