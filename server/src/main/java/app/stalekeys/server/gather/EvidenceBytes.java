package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.read.Sha256;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.security.MessageDigest;
import java.util.Enumeration;
import java.util.HexFormat;
import java.util.NoSuchElementException;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/// Keeps original bytes in pieces of a mebibyte, so that a file of any length passes through.
@Component
class EvidenceBytes {

  private static final int PIECE = 1 << 20;

  /// What was learnt while the bytes went by.
  ///
  /// @param lines number of line ends
  record Kept(String sha256, long bytes, long lines) {}

  private final EntityManager store;
  private final TransactionTemplate transactions;

  EvidenceBytes(EntityManager store, TransactionTemplate transactions) {
    this.store = store;
    this.transactions = transactions;
  }

  /// Keeps the stream's bytes; to be called within a transaction.
  Kept keep(long evidenceId, InputStream in) throws IOException {
    MessageDigest digest = Sha256.digest();
    long size = 0;
    long lines = 0;
    byte[] piece = in.readNBytes(PIECE);
    for (int seq = 0; piece.length > 0; seq++) {
      digest.update(piece);
      EvidencePiece kept = new EvidencePiece(evidenceId, seq, lines, deflated(piece));
      store.persist(kept);
      store.flush();
      store.detach(kept);
      size += piece.length;
      for (byte b : piece) {
        if (b == '\n') {
          lines++;
        }
      }
      piece = in.readNBytes(PIECE);
    }
    return new Kept(HexFormat.of().formatHex(digest.digest()), size, lines);
  }

  /// Takes the pieces of a file away, to make room for another under its name.
  void forget(long evidenceId) {
    store
        .createQuery("delete from EvidencePiece p where p.evidenceId = :id")
        .setParameter("id", evidenceId)
        .executeUpdate();
  }

  private static byte[] deflated(byte[] bytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Deflater deflater = new Deflater(Deflater.BEST_SPEED);
    try (DeflaterOutputStream deflating = new DeflaterOutputStream(out, deflater)) {
      deflating.write(bytes);
    } finally {
      deflater.end();
    }
    return out.toByteArray();
  }

  /// The bytes from the first piece on.
  InputStream open(long evidenceId) {
    return open(evidenceId, 0);
  }

  /// The bytes from a piece on; pieces are fetched one by one as they are needed.
  InputStream open(long evidenceId, int fromPiece) {
    return new SequenceInputStream(
        new Enumeration<>() {
          private int next = fromPiece;
          private byte[] ahead = piece(evidenceId, next);

          @Override
          public boolean hasMoreElements() {
            return ahead.length > 0;
          }

          @Override
          public InputStream nextElement() {
            if (ahead.length == 0) {
              throw new NoSuchElementException();
            }
            InputStream in = new InflaterInputStream(new ByteArrayInputStream(ahead));
            ahead = piece(evidenceId, ++next);
            return in;
          }
        });
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
