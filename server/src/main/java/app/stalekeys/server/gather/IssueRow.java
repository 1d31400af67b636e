package app.stalekeys.server.gather;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import org.jspecify.annotations.Nullable;

/// A fault of a file, or of the snapshot as a whole.
@Entity
@Table(name = "issue")
class IssueRow {

  private static final int LONGEST = 4000;

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long snapshotId;
  private @Nullable Long evidenceId;

  @Enumerated(EnumType.STRING)
  private Issue.Weight weight = Issue.Weight.PROBLEM;

  private String code = "";
  private String sentence = "";
  private String file = "";
  private long rowNumber;
  private @Nullable String columnName;

  protected IssueRow() {}

  IssueRow(long snapshotId, @Nullable Long evidenceId, Issue issue) {
    this.snapshotId = snapshotId;
    this.evidenceId = evidenceId;
    this.weight = issue.weight();
    this.code = issue.code();
    String said = issue.sentence();
    this.sentence = said.length() <= LONGEST ? said : said.substring(0, LONGEST - 1) + "…";
    this.file = issue.place().file();
    this.rowNumber = issue.place().row();
    this.columnName = issue.place().column();
  }

  Issue issue() {
    return new Issue(weight, code, sentence, new Place(file, rowNumber, columnName));
  }
}
