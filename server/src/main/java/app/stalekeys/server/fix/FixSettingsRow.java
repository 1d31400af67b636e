package app.stalekeys.server.fix;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/// How many days whoever must act has, of one audit.
@Entity
@Table(name = "fix_settings")
class FixSettingsRow {

  @Id private long auditId;

  /// As JSON.
  private String settings = "";

  protected FixSettingsRow() {}

  FixSettingsRow(long auditId) {
    this.auditId = auditId;
  }

  String settings() {
    return settings;
  }

  void set(String json) {
    settings = json;
  }
}
