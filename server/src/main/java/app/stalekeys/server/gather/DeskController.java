package app.stalekeys.server.gather;

import app.stalekeys.core.audit.Citations;
import app.stalekeys.core.evidence.ColumnMatcher;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Preview;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.read.TextLines;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.gather.GatherController.Counts;
import app.stalekeys.server.gather.GatherController.IssueView;
import app.stalekeys.server.gather.GatherController.RejectView;
import app.stalekeys.server.gather.GatherController.Understood;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.platform.Refusal;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.security.Principal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The reading desk: files dropped on the screen, how they would be read, and the word that takes them.
@RestController
@RequestMapping("/api/snapshots/{snapshot}")
class DeskController {

  private static final int LONGEST_NAME = 200;
  private static final int TITLES = 20;

  /// @param id of the evidence
  /// @param job that reads it, because it is like last time's file; null when it lies on the desk
  record Arrived(long id, @Nullable Long job) {}

  /// @param id of a job, to be asked for under `/api/jobs`
  record Begun(long id) {}

  record FitView(String kind, int bound, List<String> missing) {}

  record UseView(String kind, String field, String how) {}

  /// @param meaning null when nobody said what the word means
  record WordView(String word, long rows, @Nullable String meaning) {}

  record ColumnView(
      int position,
      String head,
      List<UseView> uses,
      @Nullable String proof,
      @Nullable String dateIssue,
      List<WordView> words,
      long filled) {}

  record CellView(String raw, String read, String state) {}

  record DeskRow(long row, List<CellView> cells, @Nullable String reason) {}

  /// @param mapFrom whose map it is, such as `LED-1 of 2026-03-31`; empty for none
  /// @param headRow line or row of the head, 0 where the format has none
  /// @param looked records looked at, which are all when `whole`
  /// @param counts the tie-out, null for a long file that nobody has read through
  record DeskView(
      long id,
      String file,
      String state,
      boolean drafted,
      String replaces,
      DraftView draft,
      String mapFrom,
      List<IssueView> drift,
      List<FitView> fits,
      List<String> kinds,
      List<ColumnView> columns,
      List<DeskRow> rows,
      List<TextLines.Line> titles,
      long headRow,
      long looked,
      boolean whole,
      List<Understood> understanding,
      List<IssueView> issues,
      @Nullable Counts counts,
      List<RejectView> rejects,
      long bytes,
      String sha256,
      long textLines) {}

  /// @param words the closed vocabulary, empty for none
  record FieldView(String name, boolean required, String type, List<String> words) {}

  record KindView(String kind, List<FieldView> fields) {}

  record Withdrawal(String reason) {}

  private final Snapshots snapshots;
  private final Evidence evidence;
  private final EvidenceRows rows;
  private final EvidenceLines lines;
  private final ReadingDesk desk;
  private final Jobs jobs;

  DeskController(
      Snapshots snapshots,
      Evidence evidence,
      EvidenceRows rows,
      EvidenceLines lines,
      ReadingDesk desk,
      Jobs jobs) {
    this.snapshots = snapshots;
    this.evidence = evidence;
    this.rows = rows;
    this.lines = lines;
    this.desk = desk;
    this.jobs = jobs;
  }

  /// Every kind of evidence with its fields, for the menus of the desk.
  @GetMapping("/kinds")
  List<KindView> kinds() {
    return Arrays.stream(Kind.values())
        .map(kind ->
            new KindView(
                kind.id(),
                kind.fieldList().stream()
                    .map(field ->
                        new FieldView(
                            field.name(),
                            field.required(),
                            field.type().name().toLowerCase(Locale.ROOT),
                            field.words()))
                    .toList()))
        .toList();
  }

  /// Receives a dropped file, whose bytes are the request's body. It lies on the desk, unless it is
  /// exactly like last time's file: then it is read at once.
  ///
  /// @param application whose export it is; absent for a file of the whole organisation
  @PostMapping("/files")
  Arrived drop(
      @PathVariable long snapshot,
      @RequestParam String name,
      @RequestParam(required = false) @Nullable String application,
      HttpServletRequest request,
      Principal who)
      throws IOException {
    OpenSnapshot open = snapshots.get(snapshot);
    if (application != null
        && open.file().applications().stream().noneMatch(a -> a.id().equals(application))) {
      throw Refusal.unusable("There is no such application in this audit.");
    }
    String file = (application == null ? "organisation" : application) + "/" + plain(name);
    long id;
    try (InputStream in = request.getInputStream()) {
      id = evidence.receiveForDesk(snapshot, file, application, in, who.getName());
    }
    return desk.layOut(open, id)
        ? new Arrived(id, take(open, id, who.getName()))
        : new Arrived(id, null);
  }

  /// The last part of the name without signs that could lead elsewhere.
  private static String plain(String name) {
    String last = name.substring(Math.max(name.lastIndexOf('/'), name.lastIndexOf('\\')) + 1);
    String plain = last.replaceAll("[\\p{Cntrl}:*?\"<>|]", "_").strip();
    if (plain.isEmpty()
        || plain.equals("..")
        || plain.equals(".")
        || plain.length() > LONGEST_NAME) {
      throw Refusal.unusable("The file has no usable name.");
    }
    return plain;
  }

  @GetMapping("/evidence/{id}/desk")
  DeskView show(@PathVariable long snapshot, @PathVariable long id) {
    OpenSnapshot open = snapshots.get(snapshot);
    own(snapshot, id);
    return view(open, desk.show(open, id));
  }

  @PutMapping("/evidence/{id}/desk")
  DeskView draft(@PathVariable long snapshot, @PathVariable long id, @RequestBody DraftView draft) {
    own(snapshot, id);
    desk.draft(snapshots.get(snapshot), id, draft);
    return show(snapshot, id);
  }

  /// Starts over: what the file says by itself, or the audit file of it.
  @DeleteMapping("/evidence/{id}/desk")
  DeskView startOver(@PathVariable long snapshot, @PathVariable long id) {
    own(snapshot, id);
    desk.startOver(id);
    return show(snapshot, id);
  }

  /// Takes the file as drafted, in a job.
  @PostMapping("/evidence/{id}/desk/take")
  Begun takeIt(@PathVariable long snapshot, @PathVariable long id, Principal who) {
    own(snapshot, id);
    return new Begun(take(snapshots.get(snapshot), id, who.getName()));
  }

  private long take(OpenSnapshot open, long id, String who) {
    desk.want(id);
    String file = evidence.spec(open, id).entry();
    return jobs.submit("Reading " + file, job -> desk.take(open.id(), id, who, job)).id();
  }

  /// Reads a long file to its end without taking it, in a job.
  @PostMapping("/evidence/{id}/desk/read-through")
  Begun readThrough(@PathVariable long snapshot, @PathVariable long id) {
    String file = own(snapshot, id).file();
    Job job = jobs.submit("Reading through " + file, work -> desk.readThrough(snapshot, id, work));
    return new Begun(job.id());
  }

  /// Lays the same file on the desk once more, for another of its sheets or kinds.
  @PostMapping("/evidence/{id}/desk/again")
  Arrived again(@PathVariable long snapshot, @PathVariable long id, Principal who)
      throws IOException {
    own(snapshot, id);
    return new Arrived(desk.again(snapshots.get(snapshot), id, who.getName()), null);
  }

  /// Withdraws a file; the journal keeps its hash and the reason.
  @PostMapping("/evidence/{id}/withdraw")
  Begun withdraw(
      @PathVariable long snapshot,
      @PathVariable long id,
      @RequestBody Withdrawal said,
      Principal who) {
    String file = own(snapshot, id).file();
    if (said.reason().isBlank()) {
      throw Refusal.unusable("Say why the file is withdrawn.");
    }
    OpenSnapshot open = snapshots.get(snapshot);
    Job job =
        jobs.submit(
            "Withdrawing " + file,
            work -> desk.withdraw(open, id, said.reason().strip(), who.getName(), work));
    return new Begun(job.id());
  }

  private EvidenceRow own(long snapshot, long id) {
    EvidenceRow row = evidence.row(id);
    if (row.snapshotId() != snapshot) {
      throw Refusal.missing("There is no such file in this audit.");
    }
    return row;
  }

  private DeskView view(OpenSnapshot open, ReadingDesk.Laid laid) {
    EvidenceRow row = laid.row();
    Preview.Result preview = laid.look().preview();
    DryReads.Dry dry = laid.dry();
    long headRow = preview.head() == null ? 0 : preview.head().row();
    Long replaced = row.replaces();
    return new DeskView(
        row.id(),
        laid.spec().entry(),
        row.state().name().toLowerCase(Locale.ROOT),
        row.draft() != null,
        replaced == null ? "" : rows.findById(replaced).map(EvidenceRow::file).orElse(""),
        DraftView.of(laid.spec()),
        mapFrom(laid.mapFrom()),
        laid.drift().stream().map(IssueView::of).toList(),
        preview.fits().stream().map(DeskController::fit).toList(),
        preview.kinds().stream().map(Kind::id).toList(),
        preview.columns().stream().map(DeskController::column).toList(),
        preview.rows().stream().map(DeskController::row).toList(),
        titles(open, laid, headRow),
        headRow,
        preview.looked(),
        preview.whole(),
        laid.look().understanding().entrySet().stream()
            .map(e -> new Understood(e.getKey(), e.getValue()))
            .toList(),
        issues(preview, dry),
        dry == null ? null : Counts.of(dry.read().tieOut()),
        dry == null ? List.of() : dry.rejects().stream().map(DeskController::reject).toList(),
        row.bytes(),
        row.sha256(),
        row.textLines());
  }

  private static String mapFrom(EarlierMaps.@Nullable Found found) {
    return found == null
        ? ""
        : "%s of %s"
            .formatted(
                Citations.of(found.snapshot().file().evidence()).file(found.row().file()),
                found.snapshot().file().asOf());
  }

  /// What the whole reading says counts; without one, what the first rows say.
  private static List<IssueView> issues(Preview.Result preview, DryReads.@Nullable Dry dry) {
    return (dry == null ? preview.issues() : dry.read().issues())
        .stream().map(IssueView::of).toList();
  }

  /// The lines above the head, where rows are lines.
  private List<TextLines.Line> titles(OpenSnapshot open, ReadingDesk.Laid laid, long headRow) {
    boolean lined = laid.look().understanding().containsKey("delimiter");
    if (!lined || headRow < 2) {
      return new ArrayList<>();
    }
    return lines.lines(
        open, laid.row().id(), laid.look().understanding(), 1, (int) Math.min(headRow - 1, TITLES));
  }

  private static FitView fit(ColumnMatcher.Fit fit) {
    return new FitView(fit.kind().id(), fit.bound(), fit.missing());
  }

  private static ColumnView column(Preview.ColumnView column) {
    return new ColumnView(
        column.position(),
        column.head(),
        column.uses().stream()
            .map(use -> new UseView(use.kind().id(), use.field(), use.how().words()))
            .toList(),
        column.proof(),
        column.dateIssue() == null ? null : Objects.requireNonNull(column.dateIssue()).sentence(),
        column.words().stream()
            .map(word -> new WordView(word.word(), word.rows(), word.meaning()))
            .toList(),
        column.filled());
  }

  private static DeskRow row(Preview.Row row) {
    return new DeskRow(
        row.row(),
        row.cells().stream()
            .map(cell ->
                new CellView(cell.raw(), cell.read(), cell.state().name().toLowerCase(Locale.ROOT)))
            .toList(),
        row.reason());
  }

  private static RejectView reject(Reject reject) {
    return new RejectView(
        reject.place().row(), reject.place().column(), reject.value(), reject.reason(), null);
  }
}
