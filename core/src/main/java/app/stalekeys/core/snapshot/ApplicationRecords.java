package app.stalekeys.core.snapshot;

import app.stalekeys.core.access.Credential;
import app.stalekeys.core.access.Policies;
import app.stalekeys.core.activity.ActivityLog;
import app.stalekeys.core.effective.Usage;
import java.util.List;

/// What one application's files say beside who holds what: credentials, policies, use, what was done,
/// licences, its own systems, and requests for access, of the whole organisation too.
public record ApplicationRecords(
    List<Credential> credentials,
    Policies policies,
    Usage usage,
    ActivityLog activity,
    Licences licences,
    List<SystemRecord> systems,
    List<AccessRequest> requests) {

  public ApplicationRecords {
    credentials = List.copyOf(credentials);
    systems = List.copyOf(systems);
    requests = List.copyOf(requests);
  }
}
