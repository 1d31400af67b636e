package app.stalekeys.server.gather;

import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Segment;
import jakarta.persistence.EntityManager;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.transaction.support.TransactionTemplate;

/// The facts of one kept file, loaded a segment at a time when a walk comes to it.
final class StoredFacts implements FactSource {

  private final long evidenceId;
  private final String file;
  private final @Nullable String application;
  private final Map<Kind, Set<String>> fields;
  private final EntityManager store;
  private final TransactionTemplate transactions;

  StoredFacts(
      EvidenceRow row,
      Map<Kind, Set<String>> fields,
      EntityManager store,
      TransactionTemplate transactions) {
    this.evidenceId = row.id();
    this.file = row.file();
    this.application = row.application();
    this.fields = fields;
    this.store = store;
    this.transactions = transactions;
  }

  @Override
  public String file() {
    return file;
  }

  @Override
  public @Nullable String application() {
    return application;
  }

  @Override
  public Set<String> fields(Kind kind) {
    return fields.getOrDefault(kind, Set.of());
  }

  @Override
  public Iterable<Segment> segments(Kind kind) {
    return () -> iterator(kind);
  }

  private Iterator<Segment> iterator(Kind kind) {
    Integer count =
        transactions.execute(status ->
            store
                .createQuery(
                    "select coalesce(max(c.segment) + 1, 0) from FactColumn c"
                        + " where c.evidenceId = :id and c.kind = :kind",
                    Integer.class)
                .setParameter("id", evidenceId)
                .setParameter("kind", kind.id())
                .getSingleResult());
    return IntStream.range(0, java.util.Objects.requireNonNull(count))
        .mapToObj(number -> load(kind, number))
        .iterator();
  }

  @Override
  public Segment segment(Kind kind, int number) {
    return load(kind, number);
  }

  private Segment load(Kind kind, int number) {
    List<Object[]> columns =
        java.util.Objects.requireNonNull(
            transactions.execute(status ->
                store
                    .createQuery(
                        "select c.name, c.facts, c.data from FactColumn c where"
                            + " c.evidenceId = :id and c.kind = :kind and c.segment = :segment"
                            + " order by c.name",
                        Object[].class)
                    .setParameter("id", evidenceId)
                    .setParameter("kind", kind.id())
                    .setParameter("segment", number)
                    .getResultList()));
    Map<String, byte[]> sealed = new LinkedHashMap<>();
    columns.forEach(column -> sealed.put((String) column[0], (byte[]) column[2]));
    return new Segment(kind, (Integer) columns.getFirst()[1], sealed);
  }
}
