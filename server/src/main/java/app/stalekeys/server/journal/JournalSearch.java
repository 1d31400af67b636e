package app.stalekeys.server.journal;

import app.stalekeys.core.journal.JournalEntry;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/// Finds entries of the journal, the latest first.
@Service
class JournalSearch {

  /// Empty texts ask for anything.
  ///
  /// @param text a part of what was done, case ignored
  /// @param from the first day in UTC, as the entries have it; @param until the last
  record Wanted(String text, String who, String what, String from, String until) {

    String words() {
      List<String> words = new ArrayList<>();
      say(words, "with", text);
      say(words, "by", who);
      say(words, "deed", what);
      say(words, "from", from);
      say(words, "until", until);
      return words.isEmpty() ? "none" : String.join("; ", words);
    }

    private static void say(List<String> words, String name, String value) {
      if (!value.isEmpty()) {
        words.add(name + " " + value);
      }
    }
  }

  private final EntityManager store;

  JournalSearch(EntityManager store) {
    this.store = store;
  }

  @Transactional(readOnly = true)
  public long count(Wanted wanted) {
    return query("select count(j) ", wanted, "", Long.class).getSingleResult();
  }

  @Transactional(readOnly = true)
  public List<JournalEntry> page(Wanted wanted, int offset, int limit) {
    return query("select j ", wanted, " order by j.number desc", JournalRow.class)
        .setFirstResult(offset)
        .setMaxResults(limit)
        .getResultList()
        .stream()
        .map(JournalRow::entry)
        .toList();
  }

  /// What stands in a column at all, for the filter's lists.
  ///
  /// @param column `who` or `what`
  @Transactional(readOnly = true)
  public List<String> known(String column) {
    return store
        .createQuery(
            "select distinct j.%s from JournalRow j order by j.%s".formatted(column, column),
            String.class)
        .getResultList();
  }

  private <T> TypedQuery<T> query(String what, Wanted wanted, String order, Class<T> type) {
    Map<String, Object> values = new LinkedHashMap<>();
    List<String> conditions = new ArrayList<>(List.of("1 = 1"));
    if (!wanted.text.isEmpty()) {
      conditions.add("locate(:text, lower(j.detail)) > 0");
      values.put("text", wanted.text.toLowerCase(Locale.ROOT));
    }
    put(conditions, values, "j.who = :who", "who", wanted.who);
    put(conditions, values, "j.what = :what", "what", wanted.what);
    put(conditions, values, "substring(j.at, 1, 10) >= :from", "from", wanted.from);
    put(conditions, values, "substring(j.at, 1, 10) <= :until", "until", wanted.until);
    TypedQuery<T> query =
        store.createQuery(
            what + "from JournalRow j where " + String.join(" and ", conditions) + order, type);
    values.forEach(query::setParameter);
    return query;
  }

  private static void put(
      List<String> conditions,
      Map<String, Object> values,
      String condition,
      String name,
      String value) {
    if (!value.isEmpty()) {
      conditions.add(condition);
      values.put(name, value);
    }
  }
}
