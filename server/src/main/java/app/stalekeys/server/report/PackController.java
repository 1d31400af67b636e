package app.stalekeys.server.report;

import app.stalekeys.reports.PackPart;
import app.stalekeys.reports.PackTemplate;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.jobs.Job;
import app.stalekeys.server.jobs.Jobs;
import app.stalekeys.server.platform.Attachment;
import java.io.IOException;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;
import tools.jackson.databind.json.JsonMapper;

/// Packs: put together from parts, looked at, made, and those made earlier.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/report/packs")
class PackController {

  record PackWord(String id, String words) {}

  /// As [PackTemplate], parts by their words.
  record PackText(
      String name,
      String title,
      String by,
      String cover,
      String closing,
      List<String> parts,
      List<String> people) {}

  /// @param files name and SHA-256 of each
  record PackLine(
      long id,
      String template,
      String asOf,
      String madeAt,
      String madeBy,
      String seal,
      long bytes,
      List<PackFile> files) {}

  record PackFile(String name, String sha256) {}

  record PackPage(List<PackWord> parts, List<PackText> templates, List<PackLine> packs) {}

  /// @param id to be asked for under `/api/jobs`
  record PackStarted(long id) {}

  private final Packs packs;
  private final PackPages pages;
  private final Snapshots snapshots;
  private final Jobs jobs;
  private final JsonMapper json;

  PackController(Packs packs, PackPages pages, Snapshots snapshots, Jobs jobs, JsonMapper json) {
    this.packs = packs;
    this.pages = pages;
    this.snapshots = snapshots;
    this.jobs = jobs;
    this.json = json;
  }

  @GetMapping
  PackPage all(@PathVariable long snapshot) {
    OpenSnapshot open = snapshots.get(snapshot);
    return new PackPage(
        Arrays.stream(PackPart.values())
            .map(part -> new PackWord(part.word(), part.words()))
            .toList(),
        packs.templates(open).stream().map(PackController::text).toList(),
        packs.made(open).stream().map(this::line).toList());
  }

  private static PackText text(PackTemplate template) {
    return new PackText(
        template.name(),
        template.title(),
        template.by(),
        template.cover(),
        template.closing(),
        template.parts().stream().map(PackPart::word).toList(),
        template.people());
  }

  private PackLine line(PackRows.Kept kept) {
    return new PackLine(
        kept.getId(),
        kept.getTemplate(),
        snapshots.get(kept.getSnapshotId()).file().asOf().toString(),
        kept.getMadeAt().toString(),
        kept.getMadeBy(),
        kept.getSeal(),
        kept.getBytes(),
        kept.getFiles()
            .lines()
            .map(line -> line.split(" {2}", 2))
            .filter(parts -> parts.length == 2)
            .map(parts -> new PackFile(parts[1], parts[0]))
            .toList());
  }

  private PackTemplate template(PackText text) {
    return Packs.parse(json.writeValueAsString(text));
  }

  @PutMapping("/templates")
  void keep(@PathVariable long snapshot, @RequestBody PackText text, Principal who) {
    packs.keep(snapshots.get(snapshot), template(text), who.getName());
  }

  @DeleteMapping("/templates")
  void drop(@PathVariable long snapshot, @RequestParam String name, Principal who) {
    packs.drop(snapshots.get(snapshot), name, who.getName());
  }

  /// The pages as they would be; nothing is kept.
  @PostMapping("/pages")
  PackPages.Shown draw(@PathVariable long snapshot, @RequestBody PackText text) throws IOException {
    return pages.draw(snapshots.get(snapshot), template(text));
  }

  @GetMapping("/pages/{id}/{page}.png")
  ResponseEntity<byte[]> page(
      @PathVariable long snapshot, @PathVariable String id, @PathVariable int page)
      throws IOException {
    return ResponseEntity.ok()
        .contentType(MediaType.IMAGE_PNG)
        .body(pages.picture(snapshots.get(snapshot).id(), id, page));
  }

  /// Makes the pack in a job, whose result is the pack's id.
  @PostMapping
  PackStarted make(@PathVariable long snapshot, @RequestBody PackText text, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    PackTemplate template = template(text);
    String name = who.getName();
    Job job =
        jobs.submit(
            "Making the pack " + template.name(),
            work -> {
              work.step("Laying out the pack", 0);
              work.result(packs.make(open, template, name));
            });
    return new PackStarted(job.id());
  }

  @GetMapping("/{id}/pack.zip")
  ResponseEntity<StreamingResponseBody> zip(@PathVariable long snapshot, @PathVariable long id) {
    OpenSnapshot open = snapshots.get(snapshot);
    byte[] bytes = packs.zip(open, id);
    return Attachment.file(
        "pack-%s-%d.zip".formatted(open.file().asOf(), id),
        "application/zip",
        out -> out.write(bytes));
  }
}
