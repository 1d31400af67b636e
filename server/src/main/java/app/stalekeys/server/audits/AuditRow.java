package app.stalekeys.server.audits;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jspecify.annotations.Nullable;

/// One engagement, told by its title.
@Entity
@Table(name = "audit")
class AuditRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private String title = "";

  protected AuditRow() {}

  AuditRow(String title) {
    this.title = title;
  }

  long id() {
    return java.util.Objects.requireNonNull(id);
  }

  String title() {
    return title;
  }
}
