package app.stalekeys.server.findings;

import app.stalekeys.core.check.CheckResult;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.List;

/// How one check fared in one application.
@Entity
@Table(name = "check_result")
@IdClass(CheckResultRow.Key.class)
class CheckResultRow {

  record Key(long snapshotId, int position) implements Serializable {}

  @Id private long snapshotId;
  @Id private int position;
  private String checkId = "";
  private String application = "";

  @Enumerated(EnumType.STRING)
  private CheckResult.State state = CheckResult.State.NOT_TESTED;

  private int tested;
  private int flagged;
  private String missing = "";

  protected CheckResultRow() {}

  CheckResultRow(long snapshotId, int position, CheckResult result) {
    this.snapshotId = snapshotId;
    this.position = position;
    this.checkId = result.check();
    this.application = result.application();
    this.state = result.state();
    this.tested = result.tested();
    this.flagged = result.flagged();
    this.missing = String.join(",", result.missing());
  }

  CheckResult result() {
    List<String> lacking = missing.isEmpty() ? List.of() : List.of(missing.split(","));
    return new CheckResult(checkId, application, state, tested, flagged, lacking);
  }
}
