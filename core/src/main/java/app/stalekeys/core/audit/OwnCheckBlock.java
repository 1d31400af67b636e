package app.stalekeys.core.audit;

import app.stalekeys.core.check.Severity;
import app.stalekeys.core.check.catalogue.Catalogue;
import app.stalekeys.core.check.own.OwnCheck;
import app.stalekeys.core.check.own.OwnCheckText;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/// Reads the checks that an auditor wrote. A condition that cannot be compiled is a fault with its place.
final class OwnCheckBlock {

  private final List<YamlBlock> blocks;
  private final Set<String> ids = new HashSet<>();

  OwnCheckBlock(List<YamlBlock> blocks) {
    this.blocks = blocks;
  }

  List<OwnCheck> read() {
    List<OwnCheck> checks = new ArrayList<>();
    for (YamlBlock block : blocks) {
      OwnCheck check = check(block);
      if (check != null) {
        checks.add(check);
      }
    }
    return checks;
  }

  private @Nullable OwnCheck check(YamlBlock block) {
    String id = block.needed("id", "id: own-night-shift");
    if (!id.matches("[a-z0-9][a-z0-9-]{0,59}")) {
      block.faultAt(
          "id",
          "value-unreadable",
          "id is %s, expected small letters, digits and hyphens".formatted(Quoted.text(id)));
    } else if (Catalogue.check(id).isPresent() || !ids.add(id)) {
      block.faultAt(
          "id",
          "check-twice",
          "there is a check %s already; give this one another id".formatted(Quoted.text(id)));
    }
    OwnCheckText text =
        new OwnCheckText(
            id,
            Objects.requireNonNullElse(block.text("title"), id),
            block.needed("subject", "subject: account"),
            block.needed("condition", "condition: account.enabled && account.daysSinceSignIn > 30"),
            severity(block),
            Objects.requireNonNullElse(block.text("why"), ""),
            Objects.requireNonNullElse(block.text("remedy"), ""));
    block.finish();
    OwnCheck.Compiled compiled = OwnCheck.compile(text);
    compiled
        .faults()
        .forEach(fault ->
            block.faultAt(
                "condition",
                "condition-unreadable",
                "the condition of %s, its line %d, column %d: %s"
                    .formatted(Quoted.text(id), fault.line(), fault.column(), fault.sentence())));
    return compiled.check();
  }

  private static Severity severity(YamlBlock block) {
    String word = block.text("severity");
    Optional<Severity> severity = word == null ? Optional.of(Severity.MEDIUM) : Severity.of(word);
    if (severity.isEmpty()) {
      block.faultAt(
          "severity",
          "value-unreadable",
          "severity is %s, expected one of %s"
              .formatted(Quoted.text(String.valueOf(word)), Quoted.names(Severity.words())));
    }
    return severity.orElse(Severity.MEDIUM);
  }
}
