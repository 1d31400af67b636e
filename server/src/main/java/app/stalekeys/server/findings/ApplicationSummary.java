package app.stalekeys.server.findings;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import java.io.Serializable;
import org.jspecify.annotations.Nullable;

/// Counts of one application at one snapshot, kept when it was examined.
@Entity
@IdClass(ApplicationSummary.Key.class)
class ApplicationSummary {

  record Key(long snapshotId, String application) implements Serializable {}

  @Id private long snapshotId;
  @Id private String application = "";
  private int accounts;
  private int enabled;
  private int matched;
  private @Nullable Integer privileged;

  protected ApplicationSummary() {}

  ApplicationSummary(
      long snapshotId,
      String application,
      int accounts,
      int enabled,
      int matched,
      @Nullable Integer privileged) {
    this.snapshotId = snapshotId;
    this.application = application;
    this.accounts = accounts;
    this.enabled = enabled;
    this.matched = matched;
    this.privileged = privileged;
  }

  String application() {
    return application;
  }

  int accounts() {
    return accounts;
  }

  int enabled() {
    return enabled;
  }

  /// Accounts that belong to a person.
  int matched() {
    return matched;
  }

  @Nullable Integer privileged() {
    return privileged;
  }
}
