package app.stalekeys.server.conflicts;

import app.stalekeys.core.source.Quoted;
import app.stalekeys.core.task.Conflict;
import app.stalekeys.core.task.Task;
import app.stalekeys.core.task.TaskList;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/// Reads pairs of tasks that conflict from a table: two columns with a pair a row, or a matrix with tasks in
/// the first row and the first column and any mark but `0`, `no` and `-` where they conflict. Tasks are named by
/// id or name, whatever the case; a header row of two columns is passed over when it names no task.
final class ConflictPairs {

  private static final Set<String> NO_MARK = Set.of("", "0", "no", "-", "n", "false");

  /// @param faults sentences with the line, empty when all was understood
  record Read(TaskList tasks, int added, List<String> faults) {}

  private final TaskList tasks;
  private final Map<String, String> ids = new LinkedHashMap<>();
  private final List<String> faults = new ArrayList<>();
  private final Set<Set<String>> pairs = new LinkedHashSet<>();

  private ConflictPairs(TaskList tasks) {
    this.tasks = tasks;
    tasks.tasks().forEach(task -> ids.put(task.name().toLowerCase(Locale.ROOT), task.id()));
    tasks.tasks().forEach(task -> ids.put(task.id().toLowerCase(Locale.ROOT), task.id()));
  }

  static Read read(String text, TaskList tasks) {
    char separator = text.indexOf(';') >= 0 ? ';' : text.indexOf('\t') >= 0 ? '\t' : ',';
    List<CsvRecord> rows =
        CsvReader.builder()
            .fieldSeparator(separator)
            .allowMissingFields(true)
            .allowExtraFields(true)
            .ofCsvRecord(text)
            .stream()
            .toList();
    ConflictPairs pairs = new ConflictPairs(tasks);
    if (rows.isEmpty()) {
      pairs.faults.add("The table is empty; expected two tasks a row, or a matrix of tasks.");
    } else if (rows.getFirst().getFieldCount() > 2) {
      pairs.matrix(rows);
    } else {
      pairs.list(rows);
    }
    return pairs.result();
  }

  private void list(List<CsvRecord> rows) {
    for (CsvRecord row : rows) {
      boolean isHead =
          row.getStartingLineNumber() == 1 && row.getFields().stream().noneMatch(this::isTask);
      if (!isHead) {
        add(row, row.getField(0), row.getFieldCount() > 1 ? row.getField(1) : "");
      }
    }
  }

  private void matrix(List<CsvRecord> rows) {
    List<String> heads = rows.getFirst().getFields();
    for (CsvRecord row : rows.subList(1, rows.size())) {
      for (int i = 1; i < Math.min(heads.size(), row.getFieldCount()); i++) {
        if (!NO_MARK.contains(row.getField(i).strip().toLowerCase(Locale.ROOT))) {
          add(row, row.getField(0), heads.get(i));
        }
      }
    }
  }

  private boolean isTask(String word) {
    return ids.containsKey(word.strip().toLowerCase(Locale.ROOT));
  }

  private void add(CsvRecord row, String first, String second) {
    Set<String> pair = new LinkedHashSet<>();
    for (String word : List.of(first, second)) {
      String id = ids.get(word.strip().toLowerCase(Locale.ROOT));
      if (id == null) {
        faults.add(
            "Line %d: no task is called %s; the tasks are %s."
                .formatted(
                    row.getStartingLineNumber(),
                    Quoted.text(word.strip()),
                    tasks.tasks().stream().map(Task::id).collect(Collectors.joining(", "))));
        return;
      }
      pair.add(id);
    }
    if (pair.size() == 2) {
      pairs.add(pair);
    } else {
      faults.add(
          "Line %d: %s stands against itself."
              .formatted(row.getStartingLineNumber(), Quoted.text(first.strip())));
    }
  }

  private Read result() {
    if (!faults.isEmpty()) {
      return new Read(tasks, 0, faults);
    }
    Set<Set<String>> known =
        tasks.conflicts().stream().map(one -> Set.copyOf(one.tasks())).collect(Collectors.toSet());
    List<Conflict> conflicts = new ArrayList<>(tasks.conflicts());
    Set<String> taken = conflicts.stream().map(Conflict::id).collect(Collectors.toSet());
    int added = 0;
    for (Set<String> pair : pairs) {
      if (!known.contains(pair)) {
        String id = String.join("-and-", pair);
        for (int n = 2; !taken.add(id); n++) {
          id = String.join("-and-", pair) + "-" + n;
        }
        conflicts.add(new Conflict(id, List.copyOf(pair), "high", ""));
        added++;
      }
    }
    return new Read(new TaskList(tasks.tasks(), conflicts, tasks.mitigations()), added, List.of());
  }
}
