package app.stalekeys.server.push;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// Changes that were prepared together, and what became of each.
@Entity
@Table(name = "fix_push")
class PushRow {

  static final String PREPARED = "prepared";
  static final String CARRIED_OUT = "carried out";
  static final String DROPPED = "dropped";

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private long snapshotId;
  private String application = "";
  private String protocol = "";

  /// As JSON, without secrets.
  private String settings = "";

  /// As JSON.
  private String items = "";

  private String state = PREPARED;
  private Instant preparedAt = Instant.EPOCH;
  private String preparedBy = "";
  private @Nullable Instant carriedAt;
  private String carriedBy = "";

  @Version private int version;

  protected PushRow() {}

  PushRow(long auditId, long snapshotId, String application, String by, Instant at) {
    this.auditId = auditId;
    this.snapshotId = snapshotId;
    this.application = application;
    this.preparedBy = by;
    this.preparedAt = at;
  }

  void holds(String newProtocol, String newSettings, String newItems) {
    protocol = newProtocol;
    settings = newSettings;
    items = newItems;
  }

  void carriedOut(String results, String by, Instant at) {
    items = results;
    carriedBy = by;
    carriedAt = at;
    state = CARRIED_OUT;
  }

  void drop() {
    state = DROPPED;
  }

  long id() {
    return id == null ? 0 : id;
  }

  long snapshotId() {
    return snapshotId;
  }

  String application() {
    return application;
  }

  String protocol() {
    return protocol;
  }

  String settings() {
    return settings;
  }

  String items() {
    return items;
  }

  String state() {
    return state;
  }

  Instant preparedAt() {
    return preparedAt;
  }

  String preparedBy() {
    return preparedBy;
  }

  @Nullable Instant carriedAt() {
    return carriedAt;
  }

  String carriedBy() {
    return carriedBy;
  }
}
