package app.stalekeys.core.snapshot;

import app.stalekeys.core.access.Account;
import app.stalekeys.core.access.Assignment;
import app.stalekeys.core.access.Scope;
import app.stalekeys.core.evidence.IdRule;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// What the snapshot before this one said of accounts and assignments: enough to tell what no record
/// explains. Accounts are named by their keys, made comparable by the application's rule for ids.
///
/// @param applications by id; those that the earlier snapshot had no accounts of are not there
public record Earlier(LocalDate asOf, Map<String, State> applications) {

  /// An assignment, apart from its window.
  public record Given(String account, String role, Scope scope) {

    public static Given of(Assignment assignment, IdRule ids) {
      return new Given(ids.key(assignment.account().key()), assignment.role(), assignment.scope());
    }
  }

  /// @param hasAssignments whether there was evidence of assignments at all
  /// @param held assignments in their window on the earlier as-of date
  /// @param listed all assignments, in or out of their window
  /// @param accounts keys of all accounts
  /// @param disabled keys of accounts whose status was disabled
  public record State(
      boolean hasAssignments,
      Set<Given> held,
      Set<Given> listed,
      Set<String> accounts,
      Set<String> disabled) {}

  public Earlier {
    applications = Map.copyOf(applications);
  }

  public static Earlier of(Snapshot snapshot) {
    Map<String, State> states = new LinkedHashMap<>();
    for (ApplicationAccess access : snapshot.applications()) {
      if (access.coverage().has("accounts")) {
        states.put(access.application().id(), state(access, snapshot.asOf()));
      }
    }
    return new Earlier(snapshot.asOf(), states);
  }

  private static State state(ApplicationAccess access, LocalDate asOf) {
    IdRule ids = access.application().ids();
    Set<Given> held = new HashSet<>();
    Set<Given> listed = new HashSet<>();
    for (Assignment assignment : access.assignments()) {
      Given given = Given.of(assignment, ids);
      listed.add(given);
      if (assignment.isCurrent(asOf)) {
        held.add(given);
      }
    }
    return new State(
        access.coverage().has("assignments"),
        held,
        listed,
        access.accounts().stream().map(one -> ids.key(one.key())).collect(Collectors.toSet()),
        access.accounts().stream()
            .filter(one -> one.status() == Account.Status.DISABLED)
            .map(one -> ids.key(one.key()))
            .collect(Collectors.toSet()));
  }

  /// Null when the earlier snapshot had no accounts of the application.
  public @Nullable State state(String application) {
    return applications.get(application);
  }
}
