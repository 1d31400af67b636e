package app.stalekeys.server.gather;

import app.stalekeys.core.bits.Packed;
import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.server.jobs.Jobs;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HexFormat;
import java.util.concurrent.Future;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/// Keeps original bytes in pieces of a mebibyte, so that a file of any length passes through.
@Component
class EvidenceBytes {

  private static final int PIECE = 1 << 20;

  /// Pieces held at most while they are packed.
  private static final int AHEAD = 3;

  /// What was learnt while the bytes went by.
  ///
  /// @param lines number of line ends
  record Kept(String sha256, long bytes, long lines) {}

  private final EntityManager store;
  private final TransactionTemplate transactions;
  private final Jobs jobs;

  EvidenceBytes(EntityManager store, TransactionTemplate transactions, Jobs jobs) {
    this.store = store;
    this.transactions = transactions;
    this.jobs = jobs;
  }

  /// Keeps the stream's bytes; to be called within a transaction. Pieces are packed while the next ones are hashed.
  Kept keep(long evidenceId, InputStream in) throws IOException {
    MessageDigest digest = Sha256.digest();
    Deque<Future<Piece>> packing = new ArrayDeque<>();
    long size = 0;
    int kept = 0;
    long lines = 0;
    byte[] bytes = in.readNBytes(PIECE);
    while (bytes.length > 0 || !packing.isEmpty()) {
      if (bytes.length > 0) {
        byte[] piece = bytes;
        packing.add(jobs.beside(() -> Piece.of(piece)));
        digest.update(piece);
        size += piece.length;
      }
      if (bytes.length == 0 || packing.size() > AHEAD) {
        Piece packed = Jobs.ended(packing.remove());
        keep(new EvidencePiece(evidenceId, kept++, lines, packed.data));
        lines += packed.lineEnds;
      }
      bytes = bytes.length == 0 ? bytes : in.readNBytes(PIECE);
    }
    return new Kept(HexFormat.of().formatHex(digest.digest()), size, lines);
  }

  private record Piece(byte[] data, int lineEnds) {
    static Piece of(byte[] bytes) {
      int ends = 0;
      for (byte b : bytes) {
        ends += b == '\n' ? 1 : 0;
      }
      return new Piece(Packed.pack(bytes, bytes.length), ends);
    }
  }

  private void keep(EvidencePiece piece) {
    store.persist(piece);
    store.flush();
    store.detach(piece);
  }

  /// Takes the pieces of a file away, to make room for another under its name.
  void forget(long evidenceId) {
    store
        .createQuery("delete from EvidencePiece p where p.evidenceId = :id")
        .setParameter("id", evidenceId)
        .executeUpdate();
  }

  /// The bytes from the first piece on.
  InputStream open(long evidenceId) {
    return open(evidenceId, 0);
  }

  /// The bytes from a piece on; pieces are fetched one by one as they are needed.
  InputStream open(long evidenceId, int fromPiece) {
    return new PieceStream(seq -> piece(evidenceId, seq), fromPiece, PIECE);
  }

  private byte[] piece(long evidenceId, int seq) {
    byte[] data =
        transactions.execute(status ->
            store
                .createQuery(
                    "select p.data from EvidencePiece p where p.evidenceId = :id and p.seq = :seq",
                    byte[].class)
                .setParameter("id", evidenceId)
                .setParameter("seq", seq)
                .getResultStream()
                .findFirst()
                .orElse(new byte[0]));
    return java.util.Objects.requireNonNull(data);
  }

  /// Where to start reading for a line.
  ///
  /// @param before line ends before that piece
  record Start(int piece, long before) {}

  /// The last piece that begins before the given line has ended.
  Start startFor(long evidenceId, long line) {
    Object[] found =
        store
            .createQuery(
                "select p.seq, p.firstLine from EvidencePiece p where p.evidenceId = :id"
                    + " and p.firstLine < :line and (p.seq = 0 or p.firstLine > 0)"
                    + " order by p.seq desc",
                Object[].class)
            .setParameter("id", evidenceId)
            .setParameter("line", Math.max(line - 1, 1))
            .setMaxResults(1)
            .getResultStream()
            .findFirst()
            .orElse(new Object[] {0, 0L});
    return new Start((Integer) found[0], (Long) found[1]);
  }
}
