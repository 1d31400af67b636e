package app.stalekeys.core.audit;

import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.MomentPattern;
import app.stalekeys.core.evidence.ReadSettings;
import app.stalekeys.core.evidence.Wide;
import app.stalekeys.core.source.Quoted;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/// Reads one entry of an `evidence:` list.
final class EvidenceBlock {

  private final YamlBlock block;
  private final @Nullable String application;

  EvidenceBlock(YamlBlock block, @Nullable String application) {
    this.block = block;
    this.application = application;
  }

  EvidenceSpec read() {
    String file = block.needed("file", "file: ledger/users.csv");
    checkInside(file);
    ReadSettings read = settings(block.block("read"));
    EvidenceSpec spec =
        new EvidenceSpec(
            file,
            EvidenceSpec.entryName(file, read),
            application,
            kinds(),
            block.text("extracted"),
            block.text("from"),
            block.text("filter"),
            expectedRows(),
            read,
            block.block("columns").entries(),
            values(),
            block.block("split").entries(),
            block.has("wide") ? wide(block.block("wide")) : null);
    block.finish();
    return spec;
  }

  private static Wide wide(YamlBlock wide) {
    String type = wide.text("holder-type");
    if (type != null && !type.equals("role") && !type.equals("account")) {
      wide.faultAt(
          "holder-type",
          "value-unreadable",
          "holder-type is %s, expected role or account".formatted(Quoted.text(type)));
    }
    Wide read = new Wide(type == null ? "role" : type, wide.block("letters").entries());
    wide.finish();
    return read;
  }

  private void checkInside(String file) {
    boolean outside =
        file.startsWith("/")
            || file.contains("\\")
            || file.contains(":")
            || List.of(file.split("/")).contains("..");
    if (outside) {
      block.faultAt(
          "file",
          "path-outside",
          "the path %s leads out of the audit folder; expected a path inside it, with / between folders"
              .formatted(Quoted.text(file)));
    }
  }

  private List<Kind> kinds() {
    List<Kind> kinds = new ArrayList<>();
    for (String id : Objects.requireNonNullElse(block.texts("kind"), List.<String>of())) {
      Kind.of(id)
          .ifPresentOrElse(
              kinds::add,
              () ->
                  block.faultAt(
                      "kind",
                      "kind-unknown",
                      "no kind of evidence is called %s; the kinds are %s"
                          .formatted(Quoted.text(id), Quoted.names(Kind.ids()))));
    }
    return kinds;
  }

  private @Nullable Long expectedRows() {
    YamlBlock expect = block.block("expect");
    Long rows = expect.parsed("rows", "a whole number of rows", Long::valueOf);
    expect.finish();
    return rows;
  }

  private Map<String, Map<String, String>> values() {
    YamlBlock values = block.block("values");
    Map<String, Map<String, String>> tables = new LinkedHashMap<>();
    for (String field : values.keys()) {
      Map<String, String> table = new LinkedHashMap<>(values.block(field).entries());
      checkWords(values, field, table);
      tables.put(field, table);
    }
    return tables;
  }

  /// A table may only lead to words its field knows.
  private void checkWords(YamlBlock values, String field, Map<String, String> table) {
    List<String> allowed =
        kinds().stream()
            .flatMap(kind -> kind.field(field).stream())
            .flatMap(known -> known.words().stream())
            .distinct()
            .toList();
    if (allowed.isEmpty()) {
      return;
    }
    table.values().stream()
        .filter(word -> !word.isEmpty() && !allowed.contains(word))
        .forEach(word ->
            values.faultAt(
                field,
                "word-unknown",
                "%s is no word for %s; expected one of %s"
                    .formatted(Quoted.text(word), field, Quoted.names(allowed))));
  }

  private static ReadSettings settings(YamlBlock read) {
    String delimiter = read.text("delimiter");
    ReadSettings settings =
        new ReadSettings(
            delimiter == null ? null : unescaped(delimiter),
            read.text("encoding"),
            count(read, "skip", 0),
            count(read, "header", 1),
            read.text("sheet"),
            read.text("member"),
            read.parsed("zone", "a zone such as Europe/Copenhagen", ZoneId::of),
            read.parsed("dates", "a pattern such as dd.MM.yyyy", MomentPattern::of),
            read.parsed("times", "a pattern such as HH:mm:ss", MomentPattern::of),
            Objects.requireNonNullElse(read.texts("never"), List.<String>of()));
    read.finish();
    return settings;
  }

  private static String unescaped(String delimiter) {
    return switch (delimiter) {
      case "\\t", "tab" -> "\t";
      case "comma" -> ",";
      case "semicolon" -> ";";
      case "pipe" -> "|";
      case "tilde" -> "~";
      default -> delimiter;
    };
  }

  private static @Nullable Integer count(YamlBlock read, String key, int least) {
    Integer value = read.parsed(key, "a number of lines", Integer::valueOf);
    if (value != null && value < least) {
      read.faultAt(
          key,
          "value-unreadable",
          "%s is %d, expected %d or more".formatted(Quoted.text(key), value, least));
      return null;
    }
    return value;
  }
}
