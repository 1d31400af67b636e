package app.stalekeys.server.gather;

import app.stalekeys.core.audit.EvidenceEntry;
import app.stalekeys.core.audit.EvidenceReader;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.MapDrift;
import app.stalekeys.core.evidence.Preview;
import app.stalekeys.core.source.Issue;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.platform.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/// Where a file lies between receipt and taking: how it would be read is drafted, looked at, changed,
/// and at last said to hold. Nothing of the file counts before that.
@Service
public class ReadingDesk {

  /// What lies on the desk.
  ///
  /// @param mapFrom the earlier file whose map is used, null for none
  /// @param drift what is different from that file
  /// @param dry the reading to the end, null for a long file that nobody has read through
  record Laid(
      EvidenceRow row,
      EvidenceSpec spec,
      EvidenceReader.Look look,
      EarlierMaps.@Nullable Found mapFrom,
      List<Issue> drift,
      DryReads.@Nullable Dry dry) {}

  private final Evidence evidence;
  private final EvidenceRows rows;
  private final EvidenceBytes bytes;
  private final EarlierMaps maps;
  private final DryReads dryReads;
  private final Snapshots snapshots;
  private final ApplicationEventPublisher events;
  private final JsonMapper json;

  ReadingDesk(
      Evidence evidence,
      EvidenceRows rows,
      EvidenceBytes bytes,
      EarlierMaps maps,
      DryReads dryReads,
      Snapshots snapshots,
      ApplicationEventPublisher events,
      JsonMapper json) {
    this.evidence = evidence;
    this.rows = rows;
    this.bytes = bytes;
    this.maps = maps;
    this.dryReads = dryReads;
    this.snapshots = snapshots;
    this.events = events;
    this.json = json;
  }

  /// Lays a file that was just received on the desk, with the map of an earlier file like it if there
  /// is one.
  ///
  /// @return whether it is so like the earlier one, and so free of doubt, that it needs no hand
  @Transactional
  public boolean layOut(OpenSnapshot open, long id) {
    EvidenceRow row = evidence.row(id);
    EvidenceSpec bare = EvidenceSpec.undeclared(path(row), row.application());
    EvidenceReader.Look look = look(row, bare, open);
    List<String> heads = heads(look);
    Optional<EarlierMaps.Found> earlier = maps.like(open, row.application(), heads);
    EvidenceSpec spec = earlier.map(found -> carried(found, row)).orElse(bare);
    row.laidOut(
        EvidenceEntry.write(spec),
        earlier.map(found -> found.row().id()).orElse(null),
        row.replaces());
    Preview.Result preview = look(row, spec, open).preview();
    guess(row, preview);
    return earlier.isPresent() && earlier.get().heads().equals(heads) && preview.issues().isEmpty();
  }

  private void guess(EvidenceRow row, Preview.Result preview) {
    if (row.state() != EvidenceRow.State.TAKEN) {
      Map<String, List<String>> kinds = new LinkedHashMap<>();
      preview.kinds().forEach(kind -> kinds.put(kind.id(), List.of()));
      row.seemsToHold(json.writeValueAsString(kinds));
    }
  }

  /// The path without the number that keeps it apart from the file it is to replace.
  private String path(EvidenceRow row) {
    Long replaced = row.replaces();
    return replaced == null
        ? row.file()
        : rows.findById(replaced).map(EvidenceRow::file).orElse(row.file());
  }

  /// The earlier file's description for this one; what was said of its making is asked anew.
  private EvidenceSpec carried(EarlierMaps.Found earlier, EvidenceRow row) {
    EvidenceSpec old = earlier.spec();
    return new EvidenceSpec(
        path(row),
        EvidenceSpec.entryName(path(row), old.read()),
        row.application(),
        old.kinds(),
        null,
        old.from(),
        old.filter(),
        null,
        old.read(),
        old.columns(),
        old.values(),
        old.split(),
        old.wide());
  }

  private EvidenceReader.Look look(EvidenceRow row, EvidenceSpec spec, OpenSnapshot open) {
    try {
      return EvidenceReader.look(spec, () -> bytes.open(row.id()), open.file().zone());
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private static List<String> heads(EvidenceReader.Look look) {
    Preview.Result preview = look.preview();
    return preview.head() == null ? List.of() : preview.head().names();
  }

  @Transactional(readOnly = true)
  Laid show(OpenSnapshot open, long id) {
    EvidenceRow row = evidence.row(id);
    EvidenceSpec spec = evidence.spec(open, id);
    EvidenceReader.Look look = look(row, spec, open);
    Long mapOf = row.mapOf();
    EarlierMaps.Found earlier =
        mapOf == null ? null : rows.findById(mapOf).map(maps::found).orElse(null);
    List<Issue> drift =
        earlier == null
            ? List.of()
            : MapDrift.compare(
                earlier.heads(), heads(look), earlier.spec().columns(), spec.entry());
    return new Laid(
        row,
        spec,
        look,
        earlier,
        drift,
        dryReads.known(row, spec, open.file().zone()).orElse(null));
  }

  /// Changes how the file would be read.
  ///
  /// @throws Refusal when the audit file could not say so
  @Transactional
  void draft(OpenSnapshot open, long id, DraftView draft) {
    EvidenceRow row = evidence.row(id);
    String application = draft.application();
    boolean known =
        application.isEmpty()
            || open.file().applications().stream().anyMatch(a -> a.id().equals(application));
    if (!known) {
      throw Refusal.unusable("There is no such application in this audit.");
    }
    EvidenceSpec spec = draft.spec(filePath(open, row), json);
    row.draft(EvidenceEntry.write(spec));
    if (row.state() != EvidenceRow.State.TAKEN) {
      row.belongsTo(application.isEmpty() ? null : application);
    }
    guess(row, look(row, spec, open).preview());
  }

  private String filePath(OpenSnapshot open, EvidenceRow row) {
    return evidence.spec(open, row.id()).file();
  }

  /// Adds what is known of how a file on the desk was made.
  ///
  /// @param rows the number its source declared, null when it did not say
  @Transactional
  public void declare(
      OpenSnapshot open,
      long id,
      String extracted,
      String from,
      String filter,
      @Nullable Long rows) {
    EvidenceSpec spec = evidence.spec(open, id);
    evidence
        .row(id)
        .draft(
            EvidenceEntry.write(
                new EvidenceSpec(
                    spec.file(),
                    spec.entry(),
                    spec.application(),
                    spec.kinds(),
                    extracted,
                    from,
                    filter,
                    rows,
                    spec.read(),
                    spec.columns(),
                    spec.values(),
                    spec.split(),
                    spec.wide())));
  }

  /// Forgets the draft: the file would be read as the audit file says, or as it says itself.
  @Transactional
  void startOver(long id) {
    EvidenceRow row = evidence.row(id);
    if (row.state() == EvidenceRow.State.TAKEN) {
      row.draft(null);
    } else {
      row.laidOut(
          EvidenceEntry.write(EvidenceSpec.undeclared(path(row), row.application())),
          null,
          row.replaces());
    }
  }

  /// Lays the same file on the desk once more, to read another sheet or kind of it.
  @Transactional
  long again(OpenSnapshot open, long id, String who) throws IOException {
    EvidenceRow row = evidence.row(id);
    String file = filePath(open, row);
    try (InputStream in = evidence.original(id)) {
      return evidence.receiveAgain(row, file, in, who);
    }
  }

  /// Somebody said that the file holds: it is read in a job, and goes on after an interruption.
  @Transactional
  void want(long id) {
    evidence.row(id).wanted();
  }

  /// Reads the file as drafted into facts.
  ///
  /// @throws Refusal with the sentences when it cannot be taken; nothing was changed then
  public void take(long snapshotId, long id, String who, Job job) {
    OpenSnapshot open = snapshots.get(snapshotId);
    List<String> faults =
        evidence.take(open, evidence.spec(open, id), id, job).stream()
            .filter(issue -> issue.weight() == Issue.Weight.UNUSABLE)
            .map(Issue::line)
            .toList();
    if (!faults.isEmpty()) {
      throw Refusal.unusable(faults);
    }
    job.result(id);
    events.publishEvent(new EvidenceTaken(snapshotId, who, job));
  }

  /// Reads a long file to its end without taking it.
  void readThrough(long snapshotId, long id, Job job) {
    OpenSnapshot open = snapshots.get(snapshotId);
    EvidenceRow row = evidence.row(id);
    job.step("Reading through " + row.file(), row.textLines());
    dryReads.readThrough(id, evidence.spec(open, id), open.file().zone(), job);
    job.result(id);
  }

  /// Withdraws a file and computes anew without it.
  void withdraw(OpenSnapshot open, long id, String reason, String who, Job job) {
    evidence.withdraw(open, id, reason, who);
    events.publishEvent(new EvidenceTaken(open.id(), who, job));
  }
}
