package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.Kind;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Lob;
import java.io.Serializable;

/// One sealed column of one segment of facts.
@Entity
@IdClass(FactColumn.Key.class)
class FactColumn {

  record Key(long evidenceId, String kind, int segment, String name) implements Serializable {}

  @Id private long evidenceId;
  @Id private String kind = "";
  @Id private int segment;
  @Id private String name = "";
  private int facts;
  @Lob private byte[] data = {};

  protected FactColumn() {}

  FactColumn(long evidenceId, Kind kind, int segment, String name, int facts, byte[] data) {
    this.evidenceId = evidenceId;
    this.kind = kind.id();
    this.segment = segment;
    this.name = name;
    this.facts = facts;
    this.data = data;
  }

  int facts() {
    return facts;
  }

  String name() {
    return name;
  }

  byte[] data() {
    return data;
  }
}
