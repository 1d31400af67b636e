package app.stalekeys.server.gather;

import app.stalekeys.core.audit.EvidenceEntry;
import app.stalekeys.core.audit.EvidenceQuestions;
import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.TieOut;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
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

  private static final TypeReference<Map<String, String>> WORDS = new TypeReference<>() {};

  /// How receiving ended.
  ///
  /// @param id of the evidence
  /// @param isNew false when a file with the same bytes was there already: nothing was changed
  public record Received(long id, boolean isNew) {}

  /// One file as the report and the screens list it.
  ///
  /// @param kinds what it holds, or would hold if it were taken as it lies on the desk
  public record Summary(
      long id,
      String file,
      @Nullable String application,
      String sha256,
      TieOut tieOut,
      String explanation,
      boolean taken,
      boolean refused,
      List<String> kinds) {}

  private final EvidenceRows rows;
  private final IssueRows issueRows;
  private final EvidenceBytes bytes;
  private final Snapshots snapshots;
  private final Jobs jobs;
  private final EntityManager store;
  private final TransactionTemplate transactions;
  private final Journal journal;
  private final Clock clock;
  private final JsonMapper json;

  Evidence(
      EvidenceRows rows,
      IssueRows issueRows,
      EvidenceBytes bytes,
      Snapshots snapshots,
      Jobs jobs,
      EntityManager store,
      TransactionTemplate transactions,
      Journal journal,
      Clock clock,
      JsonMapper json) {
    this.rows = rows;
    this.issueRows = issueRows;
    this.bytes = bytes;
    this.snapshots = snapshots;
    this.jobs = jobs;
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
    Optional<EvidenceRow> before = rows.findBySnapshotIdAndFile(snapshotId, spec.entry());
    EvidenceRow row =
        rows.save(
            new EvidenceRow(
                snapshotId,
                rows.nextOrdinal(snapshotId),
                before.isEmpty() ? spec.entry() : spec.entry() + " (being received)",
                spec.application()));
    EvidenceBytes.Kept kept = bytes.keep(row.id(), in);
    if (before.isPresent() && before.get().sha256().equals(kept.sha256())) {
      forget(row);
      return new Received(before.get().id(), false);
    }
    before.ifPresent(this::forget);
    EvidenceRow fresh = rows.findById(row.id()).orElseThrow();
    fresh.named(spec.entry());
    fresh.received(kept.sha256(), kept.bytes(), kept.lines(), clock.instant(), by);
    journal.write(
        by,
        "evidence",
        "received %s, %,d bytes, SHA-256 %s".formatted(spec.entry(), kept.bytes(), kept.sha256()));
    return new Received(fresh.id(), true);
  }

  /// Keeps the bytes of a file for the reading desk: nothing is read until somebody takes it.
  ///
  /// @param name the path it would have in the audit folder; a file of that name stays until this one
  ///     is taken
  /// @throws Refusal when these bytes are here already
  @Transactional
  public long receiveForDesk(
      long snapshotId, String name, @Nullable String application, InputStream in, String by)
      throws IOException {
    Optional<EvidenceRow> before = rows.findBySnapshotIdAndFile(snapshotId, name);
    EvidenceRow row =
        rows.save(
            new EvidenceRow(
                snapshotId,
                rows.nextOrdinal(snapshotId),
                before.isEmpty() ? name : freeName(snapshotId, name),
                application));
    EvidenceBytes.Kept kept = bytes.keep(row.id(), in);
    rows.findFirstBySnapshotIdAndSha256(snapshotId, kept.sha256())
        .ifPresent(twin -> {
          throw Refusal.unusable(
              "%s has exactly the bytes of %s, which is here already; nothing was changed."
                  .formatted(name, twin.file()));
        });
    EvidenceRow fresh = row(row.id());
    fresh.received(kept.sha256(), kept.bytes(), kept.lines(), clock.instant(), by);
    fresh.laidOut(null, null, before.map(EvidenceRow::id).orElse(null));
    journal.write(
        by,
        "evidence",
        "received %s, %,d bytes, SHA-256 %s".formatted(name, kept.bytes(), kept.sha256()));
    return fresh.id();
  }

  /// Keeps the bytes of a file once more under a name of their own.
  @Transactional
  long receiveAgain(EvidenceRow first, String file, InputStream in, String by) throws IOException {
    EvidenceRow row =
        rows.save(
            new EvidenceRow(
                first.snapshotId(),
                rows.nextOrdinal(first.snapshotId()),
                freeName(first.snapshotId(), file),
                first.application()));
    EvidenceBytes.Kept kept = bytes.keep(row.id(), in);
    EvidenceRow fresh = row(row.id());
    fresh.received(kept.sha256(), kept.bytes(), kept.lines(), clock.instant(), by);
    fresh.laidOut(
        EvidenceEntry.write(EvidenceSpec.undeclared(file, first.application())), null, null);
    return fresh.id();
  }

  /// Takes an entry out of the audit file. Entries of one file are told apart by number, so those
  /// behind it may get another name.
  private void removeEntry(OpenSnapshot snapshot, String entry) {
    List<String> names =
        snapshot.file().evidence().stream()
            .map(EvidenceSpec::entry)
            .filter(name -> !name.equals(entry))
            .toList();
    snapshots.remove(snapshot.id(), entry);
    List<EvidenceSpec> left = snapshots.get(snapshot.id()).file().evidence();
    for (int i = 0; i < left.size(); i++) {
      String name = left.get(i).entry();
      if (!name.equals(names.get(i))) {
        rows.findBySnapshotIdAndFile(snapshot.id(), names.get(i)).ifPresent(row -> row.named(name));
      }
    }
  }

  private String freeName(long snapshotId, String name) {
    int n = 2;
    while (rows.findBySnapshotIdAndFile(snapshotId, name + " (%d)".formatted(n)).isPresent()) {
      n++;
    }
    return name + " (%d)".formatted(n);
  }

  /// Withdraws a file with all that came of it; the journal keeps its hash and the reason.
  @Transactional
  public void withdraw(OpenSnapshot snapshot, long id, String reason, String who) {
    EvidenceRow row = row(id);
    removeEntry(snapshot, row.file());
    journal.write(
        who, "evidence", "withdrew %s, SHA-256 %s: %s".formatted(row.file(), row.sha256(), reason));
    forget(row);
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

  /// The files that somebody wanted read and that were not, because the program was ended.
  @Transactional(readOnly = true)
  public List<Long> waiting(long snapshotId) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshotId).stream()
        .filter(row -> row.state() == EvidenceRow.State.RECEIVED && row.isWanted())
        .map(EvidenceRow::id)
        .toList();
  }

  /// How a file is to be read: as drafted on the desk, else as the audit file says.
  @Transactional(readOnly = true)
  public EvidenceSpec spec(OpenSnapshot snapshot, long id) {
    EvidenceRow row = row(id);
    String draft = row.draft();
    return draft == null
        ? snapshot.spec(row.file(), row.application())
        : Objects.requireNonNull(
            EvidenceEntry.parse(draft, row.application()).spec(), "a kept draft can be read");
  }

  /// Reads a kept file into facts and puts its description into the audit file. Whole or not at all:
  /// when it cannot be taken, what was taken of it before stays; of a file that is on no desk, only
  /// the reasons stay.
  ///
  /// @return the issues; the file was taken unless one of them is unusable
  public List<Issue> take(OpenSnapshot snapshot, EvidenceSpec spec, long id, Job job) {
    EvidenceReader.Read read =
        Objects.requireNonNull(
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
    job.step("Reading " + spec.entry(), row.textLines());
    StoringSink sink = new StoringSink(id, store, jobs, job);
    EvidenceReader.Read read;
    try {
      HashedSource kept = new HashedSource(() -> bytes.open(id), row.sha256(), row.file());
      read = EvidenceReader.read(spec, kept, snapshot.file().zone(), jobs.hands(), sink);
      kept.compare();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    if (read.usable()) {
      settle(snapshot, spec, id);
      row(id)
          .taken(
              read.tieOut(),
              json(read.heads()),
              json(fieldNames(read.fields())),
              json(read.understanding()));
      replaceIssues(snapshot.id(), id, read.issues());
      journal.write(
          row.receivedBy(),
          "evidence",
          "read %s: %,d read, %,d rejected, %,d skipped"
              .formatted(
                  spec.entry(),
                  read.tieOut().read(),
                  read.tieOut().rejected(),
                  read.tieOut().skipped()));
    }
    return read;
  }

  /// The file it replaces goes, and it takes the name that its description gives it.
  private void settle(OpenSnapshot snapshot, EvidenceSpec spec, long id) {
    Long replaced = row(id).replaces();
    if (replaced != null) {
      rows.findById(replaced).ifPresent(this::forget);
    }
    EvidenceRow row = row(id);
    String name = spec.entry();
    if (!row.file().equals(name)) {
      snapshots.remove(snapshot.id(), row.file());
      boolean taken = rows.findBySnapshotIdAndFile(snapshot.id(), name).isPresent();
      row.named(taken ? freeName(snapshot.id(), name) : name);
    }
    row.belongsTo(spec.application());
    snapshots.put(snapshot.id(), spec.named(row.file()));
  }

  private void refuse(OpenSnapshot snapshot, long id, EvidenceReader.Read read, boolean stopped) {
    EvidenceRow row = row(id);
    if (row.draft() != null || row.state() == EvidenceRow.State.TAKEN) {
      return; // it is on the desk, where the auditor sees why and goes on
    }
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
      EvidenceRow row = byFile.get(spec.entry());
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

  /// Numbers that are others whenever the facts of the snapshot are others.
  @Transactional(readOnly = true)
  public List<Long> version(long snapshotId) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshotId).stream()
        .filter(row -> row.state() == EvidenceRow.State.TAKEN)
        .flatMap(row -> Stream.of(row.id(), (long) row.version()))
        .toList();
  }

  /// The files as received, for questions about them.
  @Transactional(readOnly = true)
  public List<EvidenceQuestions.Received> received(OpenSnapshot snapshot) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshot.id()).stream()
        .filter(row -> row.state() == EvidenceRow.State.TAKEN)
        .map(row ->
            new EvidenceQuestions.Received(
                snapshot.spec(row.file(), row.application()), row.sha256()))
        .toList();
  }

  @Transactional(readOnly = true)
  public List<Summary> summaries(long snapshotId) {
    return rows.findBySnapshotIdOrderByOrdinal(snapshotId).stream().map(this::summary).toList();
  }

  private Summary summary(EvidenceRow row) {
    return new Summary(
        row.id(),
        row.file(),
        row.application(),
        row.sha256(),
        row.tieOut(),
        row.explanation(),
        row.state() == EvidenceRow.State.TAKEN,
        row.state() == EvidenceRow.State.REFUSED,
        kinds(row));
  }

  Map<String, String> words(String understanding) {
    return json.readValue(understanding, WORDS);
  }

  /// The original bytes, as they were received. The stream ends with an error when they no longer
  /// have the hash they were received with.
  public InputStream original(long id) {
    EvidenceRow row = row(id);
    return new HashedStream(bytes.open(id), row.sha256(), row.file());
  }

  EvidenceRow row(long id) {
    return rows.findById(id)
        .orElseThrow(() -> Refusal.missing("There is no such file in this audit."));
  }

  private String json(Object value) {
    return json.writeValueAsString(value);
  }
}
