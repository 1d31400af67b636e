package app.stalekeys.server.report;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

/// A template of packs, kept by name.
@Entity
@Table(name = "pack_template")
class PackTemplateRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private String name = "";

  /// As JSON.
  private String template = "";

  @Version private int version;

  protected PackTemplateRow() {}

  PackTemplateRow(long auditId, String name) {
    this.auditId = auditId;
    this.name = name;
  }

  void set(String json) {
    template = json;
  }

  String template() {
    return template;
  }
}
