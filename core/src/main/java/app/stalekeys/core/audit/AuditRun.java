package app.stalekeys.core.audit;

import app.stalekeys.core.check.Examiner;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.FactSource;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.Reject;
import app.stalekeys.core.evidence.read.ByteSource;
import app.stalekeys.core.evidence.read.Sha256;
import app.stalekeys.core.snapshot.Earlier;
import app.stalekeys.core.snapshot.Snapshot;
import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Workers;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/// Does a whole audit: the folder in, the results out. The server calls [#examine] with the facts it
/// keeps; the command line calls [#run] with a folder. Both come to the same findings.
public final class AuditRun {

  /// One file as it was read.
  public record ReadFile(
      EvidenceSpec spec, String sha256, EvidenceReader.Read read, List<Reject> rejects) {
    public ReadFile {
      rejects = List.copyOf(rejects);
    }
  }

  /// @param facts what each file yielded, in the order of `files`
  /// @param issues everything worth saying, from worst to mildest as found
  public record Outcome(
      AuditFile audit,
      List<ReadFile> files,
      List<FactSource> facts,
      Snapshot snapshot,
      Examiner.Result result,
      List<Issue> issues) {
    public Outcome {
      files = List.copyOf(files);
      facts = List.copyOf(facts);
      issues = List.copyOf(issues);
    }
  }

  /// Either an outcome, or the issues that made the audit unusable.
  public sealed interface Answer {
    record Ran(Outcome outcome) implements Answer {}

    record Unusable(List<Issue> issues) implements Answer {}
  }

  private static final Set<Kind> EARLIER = Set.of(Kind.ACCOUNTS, Kind.ASSIGNMENTS);

  private AuditRun() {}

  /// One file, one check after the other.
  public static Answer run(AuditFolder.Opened opened) throws IOException {
    return run(opened, Workers.ONE);
  }

  public static Answer run(AuditFolder.Opened opened, Workers workers) throws IOException {
    AuditFile audit = opened.audit();
    if (audit == null) {
      return new Answer.Unusable(opened.issues());
    }
    List<Issue> issues = new ArrayList<>(opened.issues());
    List<ReadFile> files = new ArrayList<>();
    List<HeldFacts> facts = new ArrayList<>();
    try {
      for (Held held : workers.each(audit.evidence(), spec -> read(opened, audit, spec, workers))) {
        issues.addAll(held.file.read().issues());
        files.add(held.file);
        facts.add(held.facts);
      }
    } catch (UncheckedIOException failed) {
      throw failed.getCause();
    }
    if (anyUnusable(issues)) {
      return new Answer.Unusable(issues);
    }
    AuditFolder.Opened previous = opened.folder().previous(audit);
    Snapshot snapshot = snapshot(audit, facts, workers);
    issues.addAll(snapshot.problems());
    issues.addAll(EvidenceQuestions.of(audit, facts));
    issues.addAll(against(previous, files));
    snapshot = snapshot.after(earlier(previous, workers));
    if (anyUnusable(issues)) {
      return new Answer.Unusable(issues);
    }
    return new Answer.Ran(
        new Outcome(
            audit, files, List.copyOf(facts), snapshot, examine(audit, snapshot, workers), issues));
  }

  private record Held(ReadFile file, HeldFacts facts) {}

  private static Held read(
      AuditFolder.Opened opened, AuditFile audit, EvidenceSpec spec, Workers workers) {
    ByteSource bytes = () -> Files.newInputStream(opened.folder().file(spec));
    HeldFacts held = new HeldFacts(spec.entry(), spec.application());
    try {
      Supplier<String> hash = workers.beside(() -> hash(bytes));
      EvidenceReader.Read read = EvidenceReader.read(spec, bytes, audit.zone(), workers, held);
      held.served(read.fields());
      return new Held(new ReadFile(spec, hash.get(), read, held.rejects()), held);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private static String hash(ByteSource bytes) {
    try {
      return Sha256.of(bytes);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /// What the comparison with the earlier folder's files raises. Of those only the hashes are needed.
  private static List<Issue> against(AuditFolder.@Nullable Opened previous, List<ReadFile> files)
      throws IOException {
    AuditFile earlier = previous == null ? null : previous.audit();
    if (previous == null || earlier == null) {
      return List.of();
    }
    List<EvidenceQuestions.Received> before = new ArrayList<>();
    for (EvidenceSpec spec : earlier.evidence()) {
      ByteSource bytes = () -> Files.newInputStream(previous.folder().file(spec));
      before.add(new EvidenceQuestions.Received(spec, Sha256.of(bytes)));
    }
    List<EvidenceQuestions.Received> now =
        files.stream()
            .map(file -> new EvidenceQuestions.Received(file.spec(), file.sha256()))
            .toList();
    return EvidenceQuestions.against(now, before, earlier.asOf());
  }

  /// What changes are held against: of the earlier folder, only files that may name accounts and what they
  /// hold are read. Null when there is no earlier folder, or it cannot be used.
  private static @Nullable Earlier earlier(AuditFolder.@Nullable Opened previous, Workers workers)
      throws IOException {
    AuditFile audit = previous == null ? null : previous.audit();
    if (previous == null || audit == null) {
      return null;
    }
    List<EvidenceSpec> wanted =
        audit.evidence().stream()
            .filter(
                spec -> spec.kinds().isEmpty() || spec.kinds().stream().anyMatch(EARLIER::contains))
            .toList();
    try {
      List<Held> held = workers.each(wanted, spec -> read(previous, audit, spec, workers));
      boolean isUsable = held.stream().allMatch(one -> one.file.read().usable());
      return isUsable
          ? Earlier.of(snapshot(audit, held.stream().map(Held::facts).toList(), workers))
          : null;
    } catch (UncheckedIOException failed) {
      throw failed.getCause();
    }
  }

  public static Snapshot snapshot(
      AuditFile audit, Collection<? extends FactSource> facts, Workers workers) {
    return Snapshot.build(
        audit.asOf(),
        audit.periodFrom(),
        audit.zone(),
        audit.duties(),
        audit.applications(),
        facts,
        workers);
  }

  public static Examiner.Result examine(AuditFile audit, Snapshot snapshot, Workers workers) {
    return Examiner.examine(audit.allChecks(), snapshot, audit, workers);
  }

  private static boolean anyUnusable(List<Issue> issues) {
    return issues.stream().anyMatch(issue -> issue.weight() == Issue.Weight.UNUSABLE);
  }
}
