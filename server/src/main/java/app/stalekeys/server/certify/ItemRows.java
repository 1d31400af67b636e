package app.stalekeys.server.certify;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface ItemRows extends Repository<ItemRow, Long> {

  /// How many items of a reviewer in an application stand how.
  interface Group {
    String getReviewer();

    String getApplication();

    String getChoice();

    boolean getRisky();

    long getItems();
  }

  /// What a reviewer has to decide of one person or account.
  interface SubjectGroup {
    String getSubject();

    String getWho();

    long getItems();

    long getOpen();

    long getRisky();
  }

  Optional<ItemRow> findById(long id);

  List<ItemRow> findByIdIn(List<Long> ids);

  List<ItemRow> findByRoundIdAndReviewerAndSubjectOrderById(
      long roundId, String reviewer, String subject);

  List<ItemRow> findByRoundIdAndReviewerAndChoiceOrderById(
      long roundId, String reviewer, String choice);

  List<ItemRow> findByRoundIdAndReviewerOrderById(long roundId, String reviewer);

  List<ItemRow> findByRoundIdAndChoiceInOrderById(long roundId, List<String> choices);

  Stream<ItemRow> streamByRoundIdOrderById(long roundId);

  long countByRoundIdAndReviewer(long roundId, String reviewer);

  long countByRoundIdAndReviewerAndChoice(long roundId, String reviewer, String choice);

  long countByRoundIdAndChoice(long roundId, String choice);

  @Query(
      "select i.reviewer as reviewer, i.application as application, i.choice as choice,"
          + " i.risky as risky, count(i) as items from ItemRow i where i.roundId = :roundId"
          + " group by i.reviewer, i.application, i.choice, i.risky")
  List<Group> groups(long roundId);

  @Query(
      "select i.subject as subject, max(i.who) as who, count(i) as items,"
          + " sum(case when i.choice = '' then 1 else 0 end) as open,"
          + " sum(case when i.risky = true then 1 else 0 end) as risky"
          + " from ItemRow i where i.roundId = :roundId and i.reviewer = :reviewer"
          + " group by i.subject order by min(i.id)")
  List<SubjectGroup> subjects(long roundId, String reviewer);

  @Query(
      "select i.itemKey from ItemRow i where i.roundId = :roundId and i.reviewer = :reviewer"
          + " and i.marks > 0")
  List<String> markedKeys(long roundId, String reviewer);
}
