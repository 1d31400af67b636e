package app.stalekeys.server.gather;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Lob;
import java.io.Serializable;

/// Up to a mebibyte of the original file, packed.
@Entity
@IdClass(EvidencePiece.Key.class)
class EvidencePiece {

  record Key(long evidenceId, int seq) implements Serializable {}

  @Id private long evidenceId;
  @Id private int seq;
  private long firstLine;
  @Lob private byte[] data = {};

  protected EvidencePiece() {}

  /// @param firstLine number of line ends before this piece
  EvidencePiece(long evidenceId, int seq, long firstLine, byte[] data) {
    this.evidenceId = evidenceId;
    this.seq = seq;
    this.firstLine = firstLine;
    this.data = data;
  }

  byte[] data() {
    return data;
  }
}
