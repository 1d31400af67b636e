package app.stalekeys.server.certify;

import app.stalekeys.core.certify.Choice;
import app.stalekeys.core.certify.Item;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// What reviewers decided to take away or to reduce, for those who see that it happens.
@Service
public class Withdrawals {

  /// @param round the round's name
  /// @param isReduced whether less of it is to stay
  /// @param to the scope or role it is reduced to; else empty
  public record Withdrawn(
      String round, boolean isSealed, Item item, boolean isReduced, String reason, String to) {}

  private final RoundRows rounds;
  private final ItemRows items;
  private final Rounds work;

  Withdrawals(RoundRows rounds, ItemRows items, Rounds work) {
    this.rounds = rounds;
    this.items = items;
    this.work = work;
  }

  /// Of every round about a snapshot, in the order of rounds and items.
  @Transactional(readOnly = true)
  public List<Withdrawn> of(long snapshotId) {
    List<Withdrawn> found = new ArrayList<>();
    for (RoundRow round : rounds.findBySnapshotIdOrderByStartedAt(snapshotId)) {
      for (ItemRow row :
          items.findByRoundIdAndChoiceInOrderById(
              round.id(), List.of(Choice.WITHDRAW.word(), Choice.REDUCE.word()))) {
        found.add(
            new Withdrawn(
                round.name(),
                round.isSealed(),
                work.item(row),
                row.choice().equals(Choice.REDUCE.word()),
                row.reason(),
                row.target()));
      }
    }
    return found;
  }
}
