package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.source.Issue;
import java.util.List;
import org.jspecify.annotations.Nullable;

/// One entry of an `evidence:` list by itself: what the reading desk drafts before a file is taken. It
/// goes through the same door as the audit file, so that nothing can be drafted that could not be
/// written there.
public final class EvidenceEntry {

  /// @param spec null when an issue stands against it
  public record Parsed(@Nullable EvidenceSpec spec, List<Issue> issues) {
    public Parsed {
      issues = List.copyOf(issues);
    }
  }

  private EvidenceEntry() {}

  /// @param text a YAML block with `file`, `kind`, `columns` and so on
  public static Parsed parse(String text, @Nullable String application) {
    AuditFileParser parser = new AuditFileParser("the reading desk");
    EvidenceSpec spec = parser.parseEntry(text, application);
    return new Parsed(spec, parser.issues());
  }

  public static String write(EvidenceSpec spec) {
    return AuditFileWriter.writeEntry(spec);
  }
}
