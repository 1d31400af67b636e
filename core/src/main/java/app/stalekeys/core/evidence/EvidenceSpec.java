package app.stalekeys.core.evidence;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// One entry under `evidence:` of the audit file: which file, what it holds and how to read it.
///
/// @param file path inside the audit folder, with `/` between folders
/// @param entry what places, screens and reports call it: the path, with the sheet or member in
///     brackets behind it. No two entries of an audit have the same
/// @param application the application's id; null for evidence of the whole organisation
/// @param kinds what the file holds; empty means "to be found from its head"
/// @param extracted when the export was made, as declared
/// @param from who gave it
/// @param filter what was left out when it was made, as declared
/// @param expectedRows the number of rows its owner declared
/// @param columns our field to the file's head; empty means "to be found from the heads"
/// @param values our field to a table from the file's words to ours
/// @param wide how one column a permission is read; null for one row a grant
/// @param split our field to the text between several values in one cell
public record EvidenceSpec(
    String file,
    String entry,
    @Nullable String application,
    List<Kind> kinds,
    @Nullable String extracted,
    @Nullable String from,
    @Nullable String filter,
    @Nullable Long expectedRows,
    ReadSettings read,
    Map<String, String> columns,
    Map<String, Map<String, String>> values,
    Map<String, String> split,
    @Nullable Wide wide) {

  public EvidenceSpec {
    kinds = List.copyOf(kinds);
    columns = Collections.unmodifiableMap(new LinkedHashMap<>(columns));
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    split = Collections.unmodifiableMap(new LinkedHashMap<>(split));
  }

  /// The name of an entry that reads one sheet or member of a file, or the file as a whole.
  public static String entryName(String file, ReadSettings read) {
    String part =
        Stream.of(read.member(), read.sheet())
            .filter(Objects::nonNull)
            .collect(Collectors.joining(", "));
    return part.isEmpty() ? file : "%s [%s]".formatted(file, part);
  }

  /// The same entry under another name.
  public EvidenceSpec named(String name) {
    return new EvidenceSpec(
        file,
        name,
        application,
        kinds,
        extracted,
        from,
        filter,
        expectedRows,
        read,
        columns,
        values,
        split,
        wide);
  }

  /// A file about which nothing is declared.
  public static EvidenceSpec undeclared(String file, @Nullable String application) {
    return ofKinds(file, application, List.of());
  }

  /// What is said of a file of which only its kinds are known.
  public static EvidenceSpec ofKinds(String file, @Nullable String application, List<Kind> kinds) {
    return new EvidenceSpec(
        file,
        file,
        application,
        kinds,
        null,
        null,
        null,
        null,
        ReadSettings.NONE,
        Map.of(),
        Map.of(),
        Map.of(),
        null);
  }
}
