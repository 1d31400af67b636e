package app.stalekeys.server.questions;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jspecify.annotations.Nullable;

/// A view's address under a name, for every date of an audit.
@Entity
@Table(name = "kept_question")
class KeptQuestion {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private String viewName = "";
  private String name = "";
  private String query = "";
  private boolean pinned;
  private String keptBy = "";

  protected KeptQuestion() {}

  KeptQuestion(
      long auditId, String viewName, String name, String query, boolean pinned, String keptBy) {
    this.auditId = auditId;
    this.viewName = viewName;
    this.name = name;
    this.query = query;
    this.pinned = pinned;
    this.keptBy = keptBy;
  }

  long id() {
    return java.util.Objects.requireNonNull(id);
  }

  long auditId() {
    return auditId;
  }

  String viewName() {
    return viewName;
  }

  String name() {
    return name;
  }

  String query() {
    return query;
  }

  boolean pinned() {
    return pinned;
  }

  String keptBy() {
    return keptBy;
  }

  void change(String newQuery, boolean newPinned, String who) {
    query = newQuery;
    pinned = newPinned;
    keptBy = who;
  }
}
