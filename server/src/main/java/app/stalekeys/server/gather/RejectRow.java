package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.Reject;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.jspecify.annotations.Nullable;

/// A row that could not be read.
@Entity
@Table(name = "reject")
@IdClass(RejectRow.Key.class)
class RejectRow {

  record Key(long evidenceId, int seq) implements Serializable {}

  @Id private long evidenceId;
  @Id private int seq;
  private long rowNumber;
  private @Nullable String columnName;
  private String cell = "";
  private String reason = "";

  protected RejectRow() {}

  RejectRow(long evidenceId, int seq, Reject reject) {
    this.evidenceId = evidenceId;
    this.seq = seq;
    this.rowNumber = reject.place().row();
    this.columnName = reject.place().column();
    this.cell = reject.value();
    this.reason = reject.reason();
  }

  long rowNumber() {
    return rowNumber;
  }

  @Nullable String columnName() {
    return columnName;
  }

  String cell() {
    return cell;
  }

  String reason() {
    return reason;
  }
}
