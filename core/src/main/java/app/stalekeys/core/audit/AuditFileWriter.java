package app.stalekeys.core.audit;

import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.check.own.OwnCheckText;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.ReadSettings;
import app.stalekeys.core.evidence.Wide;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Mitigation;
import app.stalekeys.core.task.Task;
import app.stalekeys.core.task.TaskList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.Yaml;

/// Writes an audit as `audit.yaml`: reading the text again gives an equal audit.
public final class AuditFileWriter {

  private AuditFileWriter() {}

  public static String write(AuditFile audit) {
    Map<String, Object> root = new LinkedHashMap<>();
    root.put("audit", audit.title());
    root.put("as-of", audit.asOf().toString());
    root.put(
        "period", Map.of("from", audit.periodFrom().toString(), "to", audit.periodTo().toString()));
    root.put("zone", audit.zone().getId());
    put(root, "previous", audit.previous());
    put(root, "tasks", audit.tasks() == null ? tasks(audit.duties()) : audit.tasks());
    put(root, "own-checks", audit.ownChecks() == null ? ownChecks(audit.own()) : audit.ownChecks());
    put(root, "evidence", evidence(audit, null));
    put(
        root,
        "applications",
        audit.applications().stream().map(own -> application(audit, own)).toList());
    put(root, "checks", checks(audit.checks()));
    return yaml(root);
  }

  /// A file of tasks, conflicts and mitigations.
  public static String writeTasks(TaskList list) {
    return yaml(tasks(list));
  }

  /// A file of an auditor's own checks.
  public static String writeOwnChecks(List<OwnCheck> own) {
    return yaml(Map.of("checks", ownChecks(own)));
  }

  private static List<Map<String, Object>> ownChecks(List<OwnCheck> own) {
    return own.stream().map(check -> ownCheck(check.text())).toList();
  }

  private static Map<String, Object> ownCheck(OwnCheckText text) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("id", text.id());
    block.put("title", text.title());
    block.put("subject", text.subject());
    block.put("condition", text.condition());
    block.put("severity", text.severity().word());
    put(block, "why", text.why());
    put(block, "remedy", text.remedy());
    return block;
  }

  private static Map<String, Object> tasks(TaskList list) {
    Map<String, Object> block = new LinkedHashMap<>();
    put(block, "tasks", list.tasks().stream().map(AuditFileWriter::task).toList());
    put(block, "conflicts", list.conflicts().stream().map(AuditFileWriter::conflict).toList());
    put(
        block,
        "mitigations",
        list.mitigations().stream().map(AuditFileWriter::mitigation).toList());
    return block;
  }

  private static Map<String, Object> task(Task task) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("id", task.id());
    block.put("name", task.name());
    block.put(
        task.all() ? "all" : "any",
        task.permissions().stream()
            .map(need -> {
              Map<String, Object> one = new LinkedHashMap<>();
              one.put("application", need.application());
              one.put("resource", need.resource());
              one.put("action", need.action());
              return one;
            })
            .toList());
    return block;
  }

  private static Map<String, Object> conflict(Conflict conflict) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("id", conflict.id());
    block.put("tasks", conflict.tasks());
    block.put("severity", conflict.severity());
    put(block, "reason", conflict.reason());
    return block;
  }

  private static Map<String, Object> mitigation(Mitigation mitigation) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("conflict", mitigation.conflict());
    block.put("person", mitigation.person());
    put(block, "until", mitigation.until() == null ? null : mitigation.until().toString());
    put(block, "control", mitigation.control());
    put(block, "owner", mitigation.owner());
    return block;
  }

  /// One entry of an `evidence:` list.
  static String writeEntry(EvidenceSpec spec) {
    return yaml(evidence(spec));
  }

  private static String yaml(Map<String, Object> root) {
    DumperOptions options = new DumperOptions();
    options.setDefaultFlowStyle(DumperOptions.FlowStyle.BLOCK);
    options.setAllowUnicode(true);
    options.setWidth(160);
    return new Yaml(options).dump(root);
  }

  /// Leaves out what says nothing.
  private static void put(Map<String, Object> block, String key, @Nullable Object value) {
    boolean empty =
        value == null
            || value.equals("")
            || (value instanceof List<?> list && list.isEmpty())
            || (value instanceof Map<?, ?> map && map.isEmpty());
    if (!empty) {
      block.put(key, Objects.requireNonNull(value));
    }
  }

  private static Map<String, Object> application(AuditFile audit, Application application) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("id", application.id());
    block.put("name", application.name());
    put(block, "owner", application.owner());
    put(block, "criticality", application.criticality());
    put(block, "ids", ids(application.ids()));
    put(block, "levels", application.levels());
    put(block, "addresses", application.addresses());
    put(block, "links", application.links());
    put(block, "matches", application.rulings().stream().map(AuditFileWriter::ruling).toList());
    put(block, "evidence", evidence(audit, application.id()));
    put(
        block,
        "checks",
        checks(audit.applicationChecks().getOrDefault(application.id(), Map.of())));
    return block;
  }

  private static Map<String, Object> ruling(Ruling ruling) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("account", ruling.account());
    put(block, "person", ruling.saysNobody() ? Ruling.NOBODY : ruling.person());
    put(block, "owner", ruling.owner());
    put(block, "not", ruling.not());
    put(block, "ground", ruling.ground());
    put(block, "reason", ruling.reason());
    return block;
  }

  private static Map<String, Object> ids(IdRule rule) {
    Map<String, Object> block = new LinkedHashMap<>();
    put(block, "case", rule.ignoreCase() ? "ignore" : null);
    put(block, "pad", rule.pad() == 0 ? null : rule.pad());
    return block;
  }

  private static List<Map<String, Object>> evidence(AuditFile audit, @Nullable String application) {
    return audit.evidence().stream()
        .filter(spec -> Objects.equals(spec.application(), application))
        .map(AuditFileWriter::evidence)
        .toList();
  }

  private static Map<String, Object> evidence(EvidenceSpec spec) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("file", spec.file());
    put(block, "kind", spec.kinds().stream().map(Kind::id).toList());
    put(block, "extracted", spec.extracted());
    put(block, "from", spec.from());
    put(block, "filter", spec.filter());
    put(block, "expect", spec.expectedRows() == null ? null : Map.of("rows", spec.expectedRows()));
    put(block, "read", read(spec.read()));
    put(block, "columns", spec.columns());
    put(block, "values", spec.values());
    put(block, "split", spec.split());
    put(block, "wide", spec.wide() == null ? null : wide(spec.wide()));
    return block;
  }

  private static Map<String, Object> wide(Wide wide) {
    Map<String, Object> block = new LinkedHashMap<>();
    block.put("holder-type", wide.holderType());
    put(block, "letters", wide.letters());
    return block;
  }

  private static Map<String, Object> read(ReadSettings read) {
    Map<String, Object> block = new LinkedHashMap<>();
    put(block, "delimiter", read.delimiter());
    put(block, "encoding", read.encoding());
    put(block, "skip", read.skip());
    put(block, "header", read.header());
    put(block, "sheet", read.sheet());
    put(block, "member", read.member());
    put(block, "zone", read.zone() == null ? null : read.zone().getId());
    put(block, "dates", read.dates() == null ? null : read.dates().text());
    put(block, "times", read.times() == null ? null : read.times().text());
    put(block, "never", read.never());
    return block;
  }

  private static Map<String, Object> checks(Map<String, CheckSettings> checks) {
    Map<String, Object> block = new LinkedHashMap<>();
    checks.keySet().stream()
        .sorted()
        .forEach(id -> block.put(id, settings(Objects.requireNonNull(checks.get(id)))));
    return block;
  }

  private static Map<String, Object> settings(CheckSettings settings) {
    Map<String, Object> block = new LinkedHashMap<>();
    put(block, "enabled", settings.enabled());
    put(block, "severity", settings.severity() == null ? null : settings.severity().word());
    settings
        .values()
        .forEach(
            (name, values) -> put(block, name, values.size() == 1 ? values.getFirst() : values));
    return block;
  }
}
