package app.stalekeys.server.report;

import app.stalekeys.reports.Pack;
import app.stalekeys.reports.PackTemplate;
import app.stalekeys.reports.PackTemplateText;
import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Templates of packs, and the packs that were made.
@Service
class Packs {

  private static final int LONGEST = 100_000;

  private final PackTemplateRows templates;
  private final PackRows packs;
  private final PackInputs inputs;
  private final Journal journal;
  private final Clock clock;

  Packs(
      PackTemplateRows templates, PackRows packs, PackInputs inputs, Journal journal, Clock clock) {
    this.templates = templates;
    this.packs = packs;
    this.inputs = inputs;
    this.journal = journal;
    this.clock = clock;
  }

  /// The standard one first, unless one of its name is kept.
  @Transactional(readOnly = true)
  public List<PackTemplate> templates(OpenSnapshot open) {
    List<PackTemplate> all = new ArrayList<>();
    for (PackTemplateRow row : templates.findByAuditIdOrderByName(open.auditId())) {
      all.add(parse(row.template()));
    }
    if (all.stream().noneMatch(one -> one.name().equals(PackTemplate.STANDARD.name()))) {
      all.addFirst(PackTemplate.STANDARD);
    }
    return all;
  }

  /// @throws Refusal with every fault
  static PackTemplate parse(String json) {
    PackTemplateText.Parsed parsed = PackTemplateText.parse(json);
    PackTemplate template = parsed.template();
    if (template == null) {
      throw Refusal.unusable(parsed.faults());
    }
    if (template.parts().isEmpty()) {
      throw Refusal.unusable("The pack has no part; choose at least one.");
    }
    if (template.cover().length() + template.closing().length() > LONGEST) {
      throw Refusal.unusable(
          "The words of cover and closing have more than %,d letters.".formatted(LONGEST));
    }
    return template;
  }

  @Transactional
  public void keep(OpenSnapshot open, PackTemplate template, String who) {
    if (template.name().isBlank()) {
      throw Refusal.unusable("Give the template a name.");
    }
    PackTemplateRow row =
        templates
            .findByAuditIdAndName(open.auditId(), template.name())
            .orElseGet(() -> new PackTemplateRow(open.auditId(), template.name()));
    row.set(PackTemplateText.write(template));
    templates.save(row);
    journal.write(who, "setting", "kept the template of packs \"%s\"".formatted(template.name()));
  }

  @Transactional
  public void drop(OpenSnapshot open, String name, String who) {
    PackTemplateRow row =
        templates
            .findByAuditIdAndName(open.auditId(), name)
            .orElseThrow(() -> Refusal.missing("There is no such template."));
    templates.delete(row);
    journal.write(who, "setting", "dropped the template of packs \"%s\"".formatted(name));
  }

  /// Makes a pack and keeps it.
  ///
  /// @return its id
  @Transactional
  public long make(OpenSnapshot open, PackTemplate template, String who) throws IOException {
    Pack pack = Pack.of(inputs.of(open), template);
    ByteArrayOutputStream zip = new ByteArrayOutputStream();
    pack.zip(zip);
    PackRow row =
        new PackRow(
            open.auditId(),
            open.id(),
            template.name(),
            who,
            clock.instant().truncatedTo(ChronoUnit.MILLIS));
    byte[] sums = pack.files().getOrDefault(Pack.SUMS, new byte[0]);
    row.holds(pack.seal(), new String(sums, StandardCharsets.UTF_8), zip.toByteArray());
    PackRow kept = packs.save(row);
    journal.write(
        who,
        "report",
        "made the pack \"%s\" of %s as of %s: %d files, manifest SHA-256 %s"
            .formatted(
                template.name(),
                open.file().title(),
                open.file().asOf(),
                pack.files().size(),
                pack.seal()));
    return kept.id();
  }

  @Transactional(readOnly = true)
  public List<PackRows.Kept> made(OpenSnapshot open) {
    return packs.ofAudit(open.auditId());
  }

  @Transactional(readOnly = true)
  public byte[] zip(OpenSnapshot open, long id) {
    return packs
        .findByIdAndAuditId(id, open.auditId())
        .map(PackRow::zip)
        .orElseThrow(() -> Refusal.missing("There is no such pack in this audit."));
  }
}
