package app.stalekeys.server.gather;

import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.audit.EvidenceText;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.evidence.read.TextLines;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/// Receives evidence and reads it. The bytes are kept and hashed in one transaction, before anything
/// is read; the facts come in by a second one, whole or not at all.
@Service
public class Evidence {

  private static final TypeReference<Map<String, Set<String>>> FIELDS = new TypeReference<>() {};

  /// Rows that titles and heads may take above the records.
  private static final int HEAD_ROOM = 60;

  private static final TypeReference<Map<String, String>> WORDS = new TypeReference<>() {};

  /// How receiving ended.
  ///
  /// @param id of the evidence
  /// @param isNew false when a file with the same bytes was there already: nothing was changed
  public record Received(long id, boolean isNew) {}

  /// One file as the report and the screens list it.
  public record Summary(
      long id,
      String file,
      @Nullable String application,
      String sha256,
      TieOut tieOut,
      String explanation,
      boolean taken) {}

  private final EvidenceRows rows;
  private final IssueRows issueRows;
  private final EvidenceBytes bytes;
  private final EntityManager store;
  private final TransactionTemplate transactions;
  private final Journal journal;
  private final Clock clock;
  private final JsonMapper json;

  Evidence(
      EvidenceRows rows,
      IssueRows issueRows,
      EvidenceBytes bytes,
      EntityManager store,
      TransactionTemplate transactions,
      Journal journal,
      Clock clock,
      JsonMapper json) {
    this.rows = rows;
    this.issueRows = issueRows;
    this.bytes = bytes;
    this.store = store;
    this.transactions = transactions;
    this.journal = journal;
    this.clock = clock;
    this.json = json;
  }

  /// Keeps the bytes of a file under the name the audit file gives it. A file that is there with the
  /// same bytes stays as it is; one with other bytes makes room, and its facts go with it.
  @Transactional
  public Received receive(long snapshotId, EvidenceSpec spec, InputStream in, String by)
      throws IOException {
    Optional<EvidenceRow> before = rows.findBySnapshotIdAndFile(snapshotId, spec.file());
    EvidenceRow row =
        rows.save(
            new EvidenceRow(
                snapshotId,
                rows.countBySnapshotId(snapshotId) + 1,
                before.isEmpty() ? spec.file() : spec.file() + " (being received)",
                spec.application()));
    EvidenceBytes.Kept kept = bytes.keep(row.id(), in);
    Optional<EvidenceRow> twin =
        rows.findFirstBySnapshotIdAndSha256(snapshotId, kept.sha256())
            .filter(found -> before.isEmpty() || found.id() == before.get().id());
    boolean same = twin.isPresent() && twin.get().file().equals(spec.file());
    if (same) {
      forget(row);
      return new Received(twin.get().id(), false);
    }
    before.ifPresent(this::forget);
    EvidenceRow fresh = rows.findById(row.id()).orElseThrow();
    fresh.named(spec.file());
    fresh.received(kept.sha256(), kept.bytes(), kept.lines(), clock.instant(), by);
    journal.write(
        by,
        "evidence",
        "received %s, %,d bytes, SHA-256 %s".formatted(spec.file(), kept.bytes(), kept.sha256()));
    return new Received(fresh.id(), true);
  }

  /// The file of the snapshot that has exactly these bytes and was read, under whatever name.
  @Transactional(readOnly = true)
  public Optional<Summary> withBytes(long snapshotId, String sha256) {
    return rows.findFirstBySnapshotIdAndSha256(snapshotId, sha256)
        .filter(row -> row.state() != EvidenceRow.State.RECEIVED)
        .map(Evidence::summary);
  }

  private void forget(EvidenceRow row) {
    forgetFacts(row.id());
    bytes.forget(row.id());
    issueRows.deleteOfEvidence(row.id());
    rows.delete(row);
    rows.flush();
  }

  private void forgetFacts(long id) {
    for (String table : List.of("FactColumn", "RejectRow")) {
      store
          .createQuery("delete from " + table + " t where t.evidenceId = :id")
          .setParameter("id", id)
          .executeUpdate();
    }
  }

  /// Whether the file still has to be read: received, and interrupted before its facts were in.
  @Transactional(readOnly = true)
  public boolean waits(long id) {
    return row(id).state() == EvidenceRow.State.RECEIVED;
  }

  /// The files of a snapshot that were received and never read, because the program was ended.
  @Transactional(readOnly = true)
  public List<Summary> waiting(long snapshotId) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshotId).stream()
        .filter(row -> row.state() == EvidenceRow.State.RECEIVED)
        .map(Evidence::summary)
        .toList();
  }

  /// Reads a kept file into facts. Whole or not at all: when it cannot be taken, only the reasons stay.
  ///
  /// @return the issues; the file was taken unless one of them is unusable
  public List<Issue> take(OpenSnapshot snapshot, EvidenceSpec spec, long id, Job job) {
    EvidenceReader.Read read =
        java.util.Objects.requireNonNull(
            transactions.execute(status -> {
              EvidenceReader.Read result = readInto(snapshot, spec, id, job);
              if (!result.usable()) {
                status.setRollbackOnly();
              }
              return result;
            }));
    if (!read.usable()) {
      transactions.executeWithoutResult(status -> refuse(snapshot, id, read, job.stopAsked()));
    }
    return read.issues();
  }

  private EvidenceReader.Read readInto(OpenSnapshot snapshot, EvidenceSpec spec, long id, Job job) {
    forgetFacts(id);
    EvidenceRow row = row(id);
    job.step("Reading " + spec.file(), row.textLines());
    StoringSink sink = new StoringSink(id, store, job);
    EvidenceReader.Read read;
    try {
      read = EvidenceReader.read(spec, () -> bytes.open(id), snapshot.file().zone(), sink);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    if (read.usable()) {
      row(id).taken(read.tieOut(), json(fieldNames(read.fields())), json(read.understanding()));
      replaceIssues(snapshot.id(), id, read.issues());
      journal.write(
          row.receivedBy(),
          "evidence",
          "read %s: %,d read, %,d rejected, %,d skipped"
              .formatted(
                  spec.file(),
                  read.tieOut().read(),
                  read.tieOut().rejected(),
                  read.tieOut().skipped()));
    }
    return read;
  }

  private void refuse(OpenSnapshot snapshot, long id, EvidenceReader.Read read, boolean stopped) {
    EvidenceRow row = row(id);
    if (!stopped) {
      row.refused(new TieOut(0, 0, 0, read.tieOut().expected()), json(read.understanding()));
    }
    replaceIssues(snapshot.id(), id, read.issues());
  }

  private void replaceIssues(long snapshotId, long id, List<Issue> issues) {
    issueRows.deleteOfEvidence(id);
    issues.forEach(issue -> issueRows.save(new IssueRow(snapshotId, id, issue)));
  }

  /// Replaces the faults of the snapshot as a whole.
  @Transactional
  public void replaceProblems(long snapshotId, List<Issue> problems) {
    issueRows.deleteOfSnapshot(snapshotId);
    issueRows.saveAll(
        problems.stream().map(issue -> new IssueRow(snapshotId, null, issue)).toList());
  }

  @Transactional(readOnly = true)
  public List<Issue> issues(long snapshotId) {
    return issueRows.findBySnapshotIdOrderById(snapshotId).stream().map(IssueRow::issue).toList();
  }

  /// The facts of every file that was taken, in the order of receipt by the audit file.
  @Transactional(readOnly = true)
  public List<FactSource> facts(OpenSnapshot snapshot) {
    Map<String, EvidenceRow> byFile = new java.util.HashMap<>();
    rows.findBySnapshotIdOrderByOrdinal(snapshot.id()).forEach(row -> byFile.put(row.file(), row));
    List<FactSource> sources = new ArrayList<>();
    for (EvidenceSpec spec : snapshot.file().evidence()) {
      EvidenceRow row = byFile.get(spec.file());
      if (row != null && row.state() == EvidenceRow.State.TAKEN) {
        sources.add(new StoredFacts(row, fields(row), store, transactions));
      }
    }
    return sources;
  }

  private Map<Kind, Set<String>> fields(EvidenceRow row) {
    Map<Kind, Set<String>> fields = new EnumMap<>(Kind.class);
    json.readValue(row.fields(), FIELDS)
        .forEach((kind, names) -> fields.put(Kind.of(kind).orElseThrow(), names));
    return fields;
  }

  /// The kinds the file serves, by id.
  List<String> kinds(EvidenceRow row) {
    return fields(row).keySet().stream().map(Kind::id).toList();
  }

  private static Map<String, Set<String>> fieldNames(Map<Kind, Set<String>> fields) {
    Map<String, Set<String>> names = new java.util.LinkedHashMap<>();
    fields.forEach((kind, found) -> names.put(kind.id(), new TreeSet<>(found)));
    return names;
  }

  @Transactional(readOnly = true)
  public List<Summary> summaries(long snapshotId) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshotId).stream().map(Evidence::summary).toList();
  }

  private static Summary summary(EvidenceRow row) {
    return new Summary(
        row.id(),
        row.file(),
        row.application(),
        row.sha256(),
        row.tieOut(),
        row.explanation(),
        row.state() == EvidenceRow.State.TAKEN);
  }

  /// Rows of a kept file as they are: lines of text, or records where rows are no lines.
  @Transactional(readOnly = true)
  public List<TextLines.Line> lines(OpenSnapshot snapshot, long id, long from, int count) {
    EvidenceRow row = row(id);
    EvidenceSpec spec = snapshot.spec(row.file(), row.application());
    Map<String, String> understood = words(row.understanding());
    Charset letters =
        Charset.forName(understood.getOrDefault("letters", StandardCharsets.UTF_8.name()));
    try {
      if (rowsAreRecords(understood)) {
        return EvidenceText.records(spec, () -> bytes.open(id), from, count);
      }
      // Line ends were counted as bytes of the file: no help in UTF-16 or inside an archive.
      if (isPacked(row) || letters.name().startsWith("UTF-16")) {
        return EvidenceText.lines(spec, () -> bytes.open(id), letters, from, count);
      }
      EvidenceBytes.Start start = bytes.startFor(id, from);
      return TextLines.read(
          () -> bytes.open(id, start.piece()), letters, start.before(), from, count);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /// The row behind a place as text; empty for a file as a whole.
  @Transactional(readOnly = true)
  public Optional<String> rawLine(OpenSnapshot snapshot, Place place) {
    if (place.row() == 0) {
      return Optional.empty();
    }
    return rows.findBySnapshotIdAndFile(snapshot.id(), place.file())
        .flatMap(row -> lines(snapshot, row.id(), place.row(), 1).stream().findFirst())
        .map(TextLines.Line::text);
  }

  /// How many rows the file's view has: its lines, or its records where they are no lines. What lies
  /// above and inside is not counted exactly; the view leaves numbers without a row blank.
  long shownRows(EvidenceRow row) {
    boolean uncounted = rowsAreRecords(words(row.understanding())) || isPacked(row);
    return uncounted ? row.tieOut().rows() + HEAD_ROOM : row.textLines();
  }

  private static boolean rowsAreRecords(Map<String, String> understood) {
    return "records".equals(understood.get("rows are"));
  }

  private static boolean isPacked(EvidenceRow row) {
    return row.file().toLowerCase(Locale.ROOT).matches(".*\\.(gz|zip)");
  }

  Map<String, String> words(String understanding) {
    return json.readValue(understanding, WORDS);
  }

  /// The original bytes, as they were received.
  public InputStream original(long id) {
    return bytes.open(id);
  }

  EvidenceRow row(long id) {
    return rows.findById(id)
        .orElseThrow(() -> Refusal.missing("There is no such file in this audit."));
  }

  private String json(Object value) {
    return json.writeValueAsString(value);
  }
}
