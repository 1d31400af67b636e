package app.stalekeys.core.audit;

import app.stalekeys.core.check.CheckSettings;
import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.IdRule;
import app.stalekeys.core.match.Ruling;
import app.stalekeys.core.snapshot.Application;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.task.TaskList;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.constructor.SafeConstructor;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.SequenceNode;

/// Reads the blocks of the audit file. One use a file.
final class AuditFileParser {

  private static final int MOST_ALIASES = 50;
  private static final int DEEPEST = 20;
  private static final int LONGEST = 10 * 1024 * 1024;
  private static final List<String> CRITICALITIES = List.of("high", "medium", "low");

  private final String name;
  private final List<Issue> issues = new ArrayList<>();
  private boolean hasOwn;

  AuditFileParser(String name) {
    this.name = name;
  }

  AuditFile.Parsed parse(String text) {
    Node root = compose(text);
    AuditFile audit = root == null ? null : read(YamlBlock.of(root, name, issues));
    boolean unusable = issues.stream().anyMatch(i -> i.weight() == Issue.Weight.UNUSABLE);
    return new AuditFile.Parsed(unusable ? null : audit, issues);
  }

  /// Reads one entry of an `evidence:` list by itself.
  @Nullable EvidenceSpec parseEntry(String text, @Nullable String application) {
    Node root = compose(text);
    EvidenceSpec spec =
        root == null
            ? null
            : new EvidenceBlock(YamlBlock.of(root, name, issues), application).read();
    return issues.isEmpty() ? spec : null;
  }

  /// Reads a file of tasks; null when it is no YAML at all.
  @Nullable TaskList parseTasks(String text) {
    Node root = compose(text);
    return root == null ? null : new TaskBlock(YamlBlock.of(root, name, issues)).read();
  }

  /// Reads a file of own checks: a list, or a mapping with the list under `checks`.
  List<OwnCheck> parseOwnChecks(String text) {
    Node root = compose(text);
    if (root == null) {
      return List.of();
    }
    if (root instanceof SequenceNode list) {
      return new OwnCheckBlock(YamlBlock.listOf(list, name, issues)).read();
    }
    YamlBlock block = YamlBlock.of(root, name, issues);
    List<OwnCheck> own = new OwnCheckBlock(block.blocks("checks")).read();
    block.finish();
    return own;
  }

  List<Issue> issues() {
    return List.copyOf(issues);
  }

  private @Nullable Node compose(String text) {
    LoaderOptions options = new LoaderOptions();
    options.setMaxAliasesForCollections(MOST_ALIASES);
    options.setNestingDepthLimit(DEEPEST);
    options.setCodePointLimit(LONGEST);
    try {
      Node root = new Yaml(new SafeConstructor(options)).compose(new java.io.StringReader(text));
      if (root == null) {
        fault(
            "audit-empty", "the file is empty, expected at least audit, as-of and applications", 0);
      }
      return root;
    } catch (MarkedYAMLException broken) {
      long line = broken.getProblemMark() == null ? 0 : broken.getProblemMark().getLine() + 1L;
      fault("yaml-broken", "this is no YAML: " + broken.getProblem(), line);
    } catch (YAMLException refused) {
      fault("yaml-refused", "this YAML is too large or too deep to be an audit file", 0);
    }
    return null;
  }

  private void fault(String code, String sentence, long line) {
    Place place = line == 0 ? Place.ofFile(name) : Place.ofRow(name, line);
    issues.add(Issue.unusable(code, sentence, place));
  }

  private AuditFile read(YamlBlock root) {
    hasOwn = root.has("own-checks");
    String title = root.needed("audit", "audit: Half-year access audit");
    root.needed("as-of", "as-of: 2026-06-30");
    LocalDate asOf = day(root, "as-of");
    LocalDate upTo = asOf == null ? LocalDate.EPOCH : asOf;
    YamlBlock period = root.block("period");
    LocalDate from = day(period, "from");
    LocalDate to = day(period, "to");
    period.finish();
    ZoneId zone = root.parsed("zone", "a zone such as Europe/Copenhagen", ZoneId::of);
    List<EvidenceSpec> evidence = new ArrayList<>(evidence(root, null));
    Map<String, Map<String, CheckSettings>> applicationChecks = new LinkedHashMap<>();
    List<Application> applications = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    for (YamlBlock block : root.blocks("applications")) {
      Application application = application(block);
      if (!ids.add(application.id())) {
        block.faultAt(
            "id",
            "application-twice",
            "two applications have the id %s; each needs its own"
                .formatted(Quoted.text(application.id())));
      }
      applications.add(application);
      evidence.addAll(evidence(block, application.id()));
      applicationChecks.put(application.id(), checks(block));
      block.finish();
    }
    Map<String, CheckSettings> checks = checks(root);
    boolean inline = root.isBlock("tasks");
    String tasks = inline ? null : root.text("tasks");
    TaskList duties = inline ? new TaskBlock(root.block("tasks")).read() : TaskList.NONE;
    boolean ownInline = root.isList("own-checks");
    String ownChecks = ownInline ? null : root.text("own-checks");
    List<OwnCheck> own =
        ownInline ? new OwnCheckBlock(root.blocks("own-checks")).read() : List.of();
    String previous = root.text("previous");
    root.finish();
    return new AuditFile(
        title,
        upTo,
        Objects.requireNonNullElseGet(from, () -> upTo.plusDays(1).minusMonths(6)),
        Objects.requireNonNullElse(to, upTo),
        Objects.requireNonNullElse(zone, ZoneOffset.UTC),
        applications,
        evidence,
        checks,
        applicationChecks,
        previous,
        tasks,
        duties,
        ownChecks,
        own);
  }

  private static @Nullable LocalDate day(YamlBlock block, String key) {
    return block.parsed(key, "a day such as 2026-06-30", LocalDate::parse);
  }

  private Application application(YamlBlock block) {
    String id = block.needed("id", "id: ledger");
    String title = block.text("name");
    String owner = block.text("owner");
    String criticality = block.text("criticality");
    if (criticality != null && !CRITICALITIES.contains(criticality)) {
      block.faultAt(
          "criticality",
          "value-unreadable",
          "criticality is %s, expected one of %s"
              .formatted(Quoted.text(criticality), Quoted.names(CRITICALITIES)));
    }
    List<String> levels = block.texts("levels");
    List<String> addresses = block.texts("addresses");
    Map<String, String> links = block.block("links").entries();
    return new Application(
        id,
        title == null ? id : title,
        owner == null ? "" : owner.startsWith("p:") ? owner.substring(2) : owner,
        criticality == null ? "" : criticality,
        ids(block.block("ids")),
        levels == null ? List.of() : levels,
        addresses == null ? List.of() : addresses,
        links,
        block.blocks("matches").stream().map(AuditFileParser::ruling).toList());
  }

  private static Ruling ruling(YamlBlock block) {
    String account = block.needed("account", "account: till-7");
    String person = block.text("person");
    String owner = block.text("owner");
    List<String> not = block.texts("not");
    String ground = block.text("ground");
    String reason = block.text("reason");
    if (person == null && owner == null && not == null) {
      block.faultAt(
          "account",
          "match-empty",
          "nothing is said of the account %s; expected person, owner or not"
              .formatted(Quoted.text(account)));
    }
    block.finish();
    return new Ruling(
        account,
        Ruling.NOBODY.equals(person) ? "" : person,
        owner,
        not == null ? List.of() : not,
        ground == null ? "" : ground,
        reason == null ? "" : reason);
  }

  private static IdRule ids(YamlBlock block) {
    String letters = block.text("case");
    Integer pad = block.parsed("pad", "a whole number such as 6", Integer::valueOf);
    if (letters != null && !letters.equals("ignore") && !letters.equals("exact")) {
      block.faultAt(
          "case",
          "value-unreadable",
          "case is %s, expected ignore or exact".formatted(Quoted.text(letters)));
    }
    if (pad != null && (pad < 0 || pad > 64)) {
      block.faultAt("pad", "value-unreadable", "pad is %d, expected 0 to 64".formatted(pad));
      pad = 0;
    }
    block.finish();
    return new IdRule("ignore".equals(letters), pad == null ? 0 : pad);
  }

  private List<EvidenceSpec> evidence(YamlBlock owner, @Nullable String application) {
    return owner.blocks("evidence").stream()
        .map(block -> new EvidenceBlock(block, application).read())
        .toList();
  }

  private Map<String, CheckSettings> checks(YamlBlock owner) {
    return new CheckBlock(owner.block("checks"), issues, hasOwn).read();
  }
}
