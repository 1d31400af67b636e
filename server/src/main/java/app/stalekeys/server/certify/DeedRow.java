package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Deed;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/// Something a reviewer did with an item. Only added.
@Entity
@Table(name = "round_deed")
class DeedRow {

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private @Nullable Long id;

  private long roundId;
  private long itemId;
  private String itemKey = "";
  private Instant at = Instant.EPOCH;
  private String byPerson = "";
  private String what = "";
  private String reason = "";
  private String target = "";

  protected DeedRow() {}

  DeedRow(ItemRow item, Deed deed) {
    this.roundId = item.roundId();
    this.itemId = item.getId();
    this.itemKey = deed.item();
    this.at = deed.at();
    this.byPerson = deed.by();
    this.what = deed.what();
    this.reason = deed.reason();
    this.target = deed.to();
  }

  long roundId() {
    return roundId;
  }

  Deed deed() {
    return new Deed(itemKey, at, byPerson, what, reason, target);
  }
}
