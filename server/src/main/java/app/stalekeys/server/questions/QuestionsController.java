package app.stalekeys.server.questions;

import app.stalekeys.server.audits.OpenSnapshot;
import app.stalekeys.server.audits.Snapshots;
import app.stalekeys.server.journal.Journal;
import app.stalekeys.server.platform.Refusal;
import java.security.Principal;
import java.util.List;
import java.util.Set;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/// Questions to the views of an audit, kept by name; the pinned ones stand on its front page.
@RestController
@RequestMapping("/api/snapshots/{snapshot}/questions")
class QuestionsController {

  private static final Set<String> VIEWS = Set.of("sign-ins", "sessions", "changes");
  private static final int LONGEST_NAME = 200;
  private static final int LONGEST_QUERY = 4000;

  /// @param query what the view's address carries after the question mark
  record KeptView(long id, String view, String name, String query, boolean pinned, String keptBy) {}

  record QuestionToKeep(String view, String name, String query, boolean pinned) {}

  private final Snapshots snapshots;
  private final KeptQuestions rows;
  private final Journal journal;
  private final TransactionTemplate transactions;

  QuestionsController(
      Snapshots snapshots, KeptQuestions rows, Journal journal, TransactionTemplate transactions) {
    this.snapshots = snapshots;
    this.rows = rows;
    this.journal = journal;
    this.transactions = transactions;
  }

  @GetMapping
  List<KeptView> kept(@PathVariable long snapshot) {
    return rows.findByAuditIdOrderByName(snapshots.get(snapshot).auditId()).stream()
        .map(QuestionsController::view)
        .toList();
  }

  private static KeptView view(KeptQuestion row) {
    return new KeptView(
        row.id(), row.viewName(), row.name(), row.query(), row.pinned(), row.keptBy());
  }

  /// Keeps a question; one of the same view and name is replaced.
  @PutMapping
  KeptView keep(@PathVariable long snapshot, @RequestBody QuestionToKeep question, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    String name = question.name().strip();
    if (name.isEmpty() || name.length() > LONGEST_NAME) {
      throw Refusal.unusable(
          "The name has %d characters, expected 1 to %d.".formatted(name.length(), LONGEST_NAME));
    }
    if (!VIEWS.contains(question.view()) || question.query().length() > LONGEST_QUERY) {
      throw Refusal.unusable(
          "A question belongs to one of %s and has at most %,d characters; shorten the list of accounts."
              .formatted(VIEWS.stream().sorted().toList(), LONGEST_QUERY));
    }
    return java.util.Objects.requireNonNull(
        transactions.execute(status -> {
          KeptQuestion row =
              rows.findByAuditIdAndViewNameAndName(open.auditId(), question.view(), name)
                  .orElseGet(() ->
                      new KeptQuestion(
                          open.auditId(), question.view(), name, "", false, who.getName()));
          row.change(question.query(), question.pinned(), who.getName());
          journal.write(who.getName(), "setting", "kept the question \"%s\"".formatted(name));
          return view(rows.save(row));
        }));
  }

  @DeleteMapping("/{id}")
  void forget(@PathVariable long snapshot, @PathVariable long id, Principal who) {
    OpenSnapshot open = snapshots.get(snapshot);
    transactions.executeWithoutResult(status -> {
      KeptQuestion row =
          rows.findById(id)
              .filter(one -> one.auditId() == open.auditId())
              .orElseThrow(() -> Refusal.missing("There is no such question; reload the page."));
      rows.delete(row);
      journal.write(who.getName(), "setting", "forgot the question \"%s\"".formatted(row.name()));
    });
  }
}
