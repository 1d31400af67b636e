package app.stalekeys.server.report;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// A pack that is made again and again.
@Entity
@Table(name = "pack_repeat")
class RepeatRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long auditId;
  private String template = "";
  private String cron = "";
  private String zone = "";

  /// The audit folder that is opened before; empty to take the audit as it stands.
  private String folder = "";

  private String outFolder = "";
  private String mailTo = "";

  /// Whether the pack itself goes with the mail; else the way to it.
  private boolean encloses;

  private boolean active = true;
  private Instant nextAt = Instant.EPOCH;
  private String madeBy = "";

  @Version private int version;

  protected RepeatRow() {}

  RepeatRow(long auditId, String template, String cron, String zone, String by) {
    this.auditId = auditId;
    this.template = template;
    this.cron = cron;
    this.zone = zone;
    this.madeBy = by;
  }

  void goes(String from, String to, String mail, boolean withPack) {
    folder = from;
    outFolder = to;
    mailTo = mail;
    encloses = withPack;
  }

  void next(Instant at) {
    nextAt = at;
  }

  void activate(boolean on) {
    active = on;
  }

  long id() {
    return id == null ? 0 : id;
  }

  long auditId() {
    return auditId;
  }

  String template() {
    return template;
  }

  String cron() {
    return cron;
  }

  String zone() {
    return zone;
  }

  String folder() {
    return folder;
  }

  String outFolder() {
    return outFolder;
  }

  String mailTo() {
    return mailTo;
  }

  boolean encloses() {
    return encloses;
  }

  boolean active() {
    return active;
  }

  Instant nextAt() {
    return nextAt;
  }

  String madeBy() {
    return madeBy;
  }
}
