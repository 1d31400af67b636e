package app.stalekeys.server.requests;

import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.platform.Refusal;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/// The request list as a grid, and the texts to send.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/requests")
class RequestsController {

  /// @param application empty for the whole organisation
  /// @param untested titles of checks that are not tested for want of it
  record RequestCell(
      String application,
      String kind,
      String standing,
      List<Long> files,
      List<String> untested,
      String askedOf,
      @Nullable String due,
      String reason,
      String words,
      String by,
      @Nullable String at) {}

  record OwnerView(String id, String name) {}

  /// @param organisationKinds kinds that are asked of the organisation and not of an application
  record Grid(List<OwnerView> owners, List<String> organisationKinds, List<RequestCell> cells) {}

  record Proposal(String subject, String body) {}

  private final Snapshots snapshots;
  private final RequestList list;

  RequestsController(Snapshots snapshots, RequestList list) {
    this.snapshots = snapshots;
    this.list = list;
  }

  @GetMapping
  Grid grid(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    return new Grid(
        open.file().applications().stream()
            .map(application -> new OwnerView(application.id(), application.name()))
            .toList(),
        Kind.ids().stream().filter(RequestList::isOrganisations).toList(),
        list.cells(open).stream().map(RequestsController::view).toList());
  }

  private static RequestCell view(RequestList.Cell cell) {
    RequestRow row = cell.request();
    return new RequestCell(
        cell.application(),
        cell.kind().id(),
        cell.standing().words(),
        cell.files(),
        cell.untested(),
        row == null ? "" : row.askedOf(),
        row == null || row.due() == null ? null : Objects.requireNonNull(row.due()).toString(),
        row == null ? "" : row.reason(),
        row == null ? "" : row.words(),
        row == null ? "" : row.askedBy(),
        row == null ? null : row.askedAt().toString());
  }

  @PutMapping
  void say(@PathVariable long snapshot, @RequestBody RequestList.Saying saying, Principal who) {
    list.say(snapshots.get(snapshot), saying, who.getName());
  }

  @DeleteMapping
  void takeBack(
      @PathVariable long snapshot,
      @RequestParam(defaultValue = "") String application,
      @RequestParam String kind,
      Principal who) {
    list.takeBack(snapshots.get(snapshot), application, kind, who.getName());
  }

  /// A text to ask with, for some kinds of one application.
  @GetMapping("/text")
  Proposal text(
      @PathVariable long snapshot,
      @RequestParam(defaultValue = "") String application,
      @RequestParam List<String> kind,
      @RequestParam(required = false) @Nullable LocalDate due) {
    OpenSnapshot open = snapshots.get(snapshot);
    Application owner = owner(open, application);
    return new Proposal(
        RequestText.subject(open.file(), owner),
        RequestText.body(open.file(), owner, kinds(kind), due));
  }

  /// The same as a mail draft.
  @GetMapping("/mail.eml")
  ResponseEntity<byte[]> mail(
      @PathVariable long snapshot,
      @RequestParam(defaultValue = "") String application,
      @RequestParam List<String> kind,
      @RequestParam(required = false) @Nullable LocalDate due,
      @RequestParam(defaultValue = "") String to) {
    Proposal proposal = text(snapshot, application, kind, due);
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("message/rfc822"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment()
                .filename("request-%s.eml".formatted(application.isEmpty() ? "all" : application))
                .build()
                .toString())
        .body(
            RequestText.mail(to, proposal.subject(), proposal.body())
                .getBytes(StandardCharsets.UTF_8));
  }

  private static @Nullable Application owner(OpenSnapshot open, String id) {
    if (id.isEmpty()) {
      return null;
    }
    return open.file().applications().stream()
        .filter(application -> application.id().equals(id))
        .findFirst()
        .orElseThrow(() -> Refusal.missing("There is no such application in this audit."));
  }

  private static List<Kind> kinds(List<String> ids) {
    List<Kind> kinds = ids.stream().flatMap(id -> Kind.of(id).stream()).toList();
    if (kinds.size() != ids.size()) {
      throw Refusal.unusable("One of these is no kind of evidence: %s.".formatted(ids));
    }
    return kinds;
  }
}
