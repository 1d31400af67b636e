package app.stalekeys.server.certify;

import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Finds items of a round for the auditor.
@Service
class ItemSearch {

  private static final String OPEN = "open";
  private static final String NOBODY = "nobody";

  /// What is missing is "any".
  ///
  /// @param reviewer a person's id, or `nobody`
  /// @param choice a decision, or `open`
  /// @param risky `true` for those with a mark of high risk
  /// @param text a part of the account's or the person's name
  record Wanted(
      @Nullable String reviewer,
      @Nullable String application,
      @Nullable String choice,
      @Nullable String risky,
      @Nullable String text) {

    String words() {
      List<String> words = new ArrayList<>();
      say(words, "reviewer", reviewer);
      say(words, "application", application);
      say(words, "decision", choice);
      say(words, "risky", risky);
      say(words, "with", text);
      return words.isEmpty() ? "none" : String.join("; ", words);
    }

    private static void say(List<String> words, String name, @Nullable String value) {
      if (value != null && !value.isBlank()) {
        words.add(name + " " + value);
      }
    }
  }

  private final EntityManager store;

  ItemSearch(EntityManager store) {
    this.store = store;
  }

  @Transactional(readOnly = true)
  public long count(long round, Wanted wanted) {
    return query("select count(i) ", round, wanted, "", Long.class).getSingleResult();
  }

  @Transactional(readOnly = true)
  public List<ItemRow> page(long round, Wanted wanted, int offset, int limit) {
    // Numbers first: they come out of an index, while the items are long and must not be read to be
    // passed over.
    List<Long> ids =
        query("select i.id ", round, wanted, " order by i.id", Long.class)
            .setFirstResult(offset)
            .setMaxResults(limit)
            .getResultList();
    return ids.isEmpty()
        ? List.of()
        : store
            .createQuery("from ItemRow i where i.id in :ids order by i.id", ItemRow.class)
            .setParameter("ids", ids)
            .getResultList();
  }

  private <T> TypedQuery<T> query(
      String what, long round, Wanted wanted, String order, Class<T> type) {
    Map<String, Object> values = new LinkedHashMap<>();
    List<String> conditions = new ArrayList<>(List.of("i.roundId = :round"));
    values.put("round", round);
    String reviewer = text(wanted.reviewer);
    put(
        conditions,
        values,
        "reviewer",
        reviewer,
        reviewer.equals(NOBODY) ? "" : reviewer,
        "i.reviewer = :reviewer");
    String application = text(wanted.application);
    put(
        conditions,
        values,
        "application",
        application,
        application,
        "i.application = :application");
    String choice = text(wanted.choice);
    put(
        conditions,
        values,
        "choice",
        choice,
        choice.equals(OPEN) ? "" : choice,
        "i.choice = :choice");
    if (text(wanted.risky).equals("true")) {
      conditions.add("i.risky = true");
    }
    String word = text(wanted.text).toLowerCase(Locale.ROOT);
    put(conditions, values, "text", word, word, "locate(:text, i.sought) > 0");
    TypedQuery<T> query =
        store.createQuery(
            what + "from ItemRow i where " + String.join(" and ", conditions) + order, type);
    values.forEach(query::setParameter);
    return query;
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given.strip();
  }

  private static void put(
      List<String> conditions,
      Map<String, Object> values,
      String name,
      String asked,
      String value,
      String condition) {
    if (!asked.isEmpty()) {
      conditions.add(condition);
      values.put(name, value);
    }
  }
}
