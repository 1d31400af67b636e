package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Item;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;

/// One item of a round and what was decided on it.
@Entity
@Table(name = "round_item")
class ItemRow implements Persistable<Long> {

  /// The number of the round stands above the position, so that ids need no asking of the database.
  private static final int POSITION_BITS = 24;

  @Id private long id;
  private long roundId;
  private String itemKey = "";
  private String application = "";
  private String account = "";

  /// The person the access is of, or the account without one: what the reviewer sees together.
  private String subject = "";

  private String who = "";

  /// The names in small letters, for the auditor's search.
  private String sought = "";

  /// The id of the person who decides; empty when nobody is fit.
  private String reviewer = "";

  private String why = "";
  private int marks;
  private boolean risky;

  /// The item as JSON.
  private String about = "";

  private String choice = "";
  private String reason = "";
  private String target = "";
  private @Nullable Instant decidedAt;

  /// The id of the person who decided.
  private String decidedBy = "";

  private String lastChoice = "";
  private String lastWords = "";

  @Version private int version;

  protected ItemRow() {}

  ItemRow(long roundId, int position, Item item, String reviewer, String why, String about) {
    this.id = roundId << POSITION_BITS | position;
    this.roundId = roundId;
    this.itemKey = item.key();
    this.application = item.application();
    this.account = item.account();
    this.subject =
        item.person().isEmpty() ? item.application() + ":" + item.account() : item.person();
    this.who = item.who();
    this.sought = (item.who() + " " + item.account()).toLowerCase(Locale.ROOT);
    this.reviewer = reviewer;
    this.why = why;
    this.marks = item.marks().size();
    this.risky = item.isRisky();
    this.about = about;
  }

  @Override
  public Long getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return true;
  }

  /// What was decided the last time.
  void lastTime(String lastDecision, String words) {
    lastChoice = lastDecision;
    lastWords = words;
  }

  void decide(String newChoice, String newReason, String to, String by, Instant at) {
    choice = newChoice;
    reason = newReason;
    target = to;
    decidedBy = by;
    decidedAt = at;
  }

  void undo() {
    choice = "";
    reason = "";
    target = "";
    decidedBy = "";
    decidedAt = null;
  }

  void pass(String to, String newWhy) {
    undo();
    reviewer = to;
    why = newWhy;
  }

  boolean isDecided() {
    return !choice.isEmpty();
  }

  long roundId() {
    return roundId;
  }

  String itemKey() {
    return itemKey;
  }

  String application() {
    return application;
  }

  String account() {
    return account;
  }

  String subject() {
    return subject;
  }

  String who() {
    return who;
  }

  String reviewer() {
    return reviewer;
  }

  String why() {
    return why;
  }

  boolean hasMarks() {
    return marks > 0;
  }

  boolean risky() {
    return risky;
  }

  String about() {
    return about;
  }

  String choice() {
    return choice;
  }

  String reason() {
    return reason;
  }

  String target() {
    return target;
  }

  @Nullable Instant decidedAt() {
    return decidedAt;
  }

  String decidedBy() {
    return decidedBy;
  }

  String lastChoice() {
    return lastChoice;
  }

  String lastWords() {
    return lastWords;
  }

  int version() {
    return version;
  }
}
