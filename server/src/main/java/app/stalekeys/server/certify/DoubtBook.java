package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Doubt;
import app.stalekeys.core.certify.Doubts;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/// The questions that a reviewer's manner of deciding raises, and what was answered.
@Component
class DoubtBook {

  /// @param answer null while nothing was said
  record Asked(Doubt doubt, @Nullable DoubtAnswerRow answer) {}

  private final DeedRows deeds;
  private final ItemRows items;
  private final DoubtAnswerRows answers;

  DoubtBook(DeedRows deeds, ItemRows items, DoubtAnswerRows answers) {
    this.deeds = deeds;
    this.items = items;
    this.answers = answers;
  }

  List<Asked> of(ReviewerRow reviewer) {
    return asked(
        reviewer, deeds.findByRoundIdAndByPersonOrderById(reviewer.roundId(), reviewer.person()));
  }

  private List<Asked> asked(ReviewerRow reviewer, List<DeedRow> own) {
    Set<String> marked = new HashSet<>(items.markedKeys(reviewer.roundId(), reviewer.person()));
    Map<String, DoubtAnswerRow> said =
        answers.findByRoundIdAndPersonOrderById(reviewer.roundId(), reviewer.person()).stream()
            .collect(Collectors.toMap(DoubtAnswerRow::doubt, answer -> answer));
    return Doubts.of(own.stream().map(DeedRow::deed).toList(), marked::contains).stream()
        .map(doubt -> new Asked(doubt, said.get(doubt.id())))
        .toList();
  }

  /// Puts the counts into the reviewer's row, where progress reads them.
  void count(ReviewerRow reviewer, List<DeedRow> own) {
    List<Asked> asked = asked(reviewer, own);
    reviewer.doubted(asked.size(), (int) asked.stream().filter(one -> one.answer == null).count());
  }
}
