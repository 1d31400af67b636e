package app.stalekeys.server.gather;

import app.stalekeys.core.audit.EvidenceEntry;
import app.stalekeys.core.evidence.EvidenceSpec;
import app.stalekeys.core.evidence.Kind;
import app.stalekeys.core.evidence.ReadSettings;
import app.stalekeys.core.evidence.Wide;
import app.stalekeys.server.platform.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/// The description of a file as the reading desk sends and receives it: the entry of an audit file,
/// key by key. An empty list, map or text means "to be found from the file".
///
/// @param application empty for the whole organisation
record DraftView(
    String application,
    List<String> kind,
    Map<String, String> columns,
    Map<String, Map<String, String>> values,
    Map<String, String> split,
    @Nullable WideView wide,
    ReadView read,
    String extracted,
    String from,
    String filter,
    @Nullable Long rows) {

  record WideView(String holderType, Map<String, String> letters) {}

  /// @param header line of the head, 0 when it is to be found
  record ReadView(
      String delimiter,
      String encoding,
      int header,
      String sheet,
      String member,
      String zone,
      String dates,
      String times,
      List<String> never) {

    static ReadView of(ReadSettings read) {
      return new ReadView(
          text(read.delimiter()),
          text(read.encoding()),
          Objects.requireNonNullElse(read.headLine(), 0),
          text(read.sheet()),
          text(read.member()),
          read.zone() == null ? "" : read.zone().getId(),
          read.dates() == null ? "" : read.dates().text(),
          read.times() == null ? "" : read.times().text(),
          read.never());
    }
  }

  static DraftView of(EvidenceSpec spec) {
    Wide wide = spec.wide();
    return new DraftView(
        text(spec.application()),
        spec.kinds().stream().map(Kind::id).toList(),
        spec.columns(),
        spec.values(),
        spec.split(),
        wide == null ? null : new WideView(wide.holderType(), wide.letters()),
        ReadView.of(spec.read()),
        text(spec.extracted()),
        text(spec.from()),
        text(spec.filter()),
        spec.expectedRows());
  }

  private static String text(@Nullable String given) {
    return given == null ? "" : given;
  }

  /// The description, read as the audit file would read it.
  ///
  /// @param file the path in the audit folder
  /// @throws Refusal with a sentence for each fault
  EvidenceSpec spec(String file, JsonMapper json) {
    Map<String, Object> entry = new LinkedHashMap<>();
    entry.put("file", file);
    put(entry, "kind", kind);
    put(entry, "extracted", extracted);
    put(entry, "from", from);
    put(entry, "filter", filter);
    put(entry, "expect", rows == null ? Map.of() : Map.of("rows", rows));
    put(entry, "read", readBlock());
    put(entry, "columns", columns);
    put(entry, "values", values);
    put(entry, "split", split);
    if (wide != null) {
      entry.put("wide", Map.of("holder-type", wide.holderType(), "letters", wide.letters()));
    }
    // JSON is YAML: the draft goes through the door of the audit file itself.
    EvidenceEntry.Parsed parsed =
        EvidenceEntry.parse(
            json.writeValueAsString(entry), application.isEmpty() ? null : application);
    EvidenceSpec spec = parsed.spec();
    if (spec == null) {
      throw Refusal.unusable(parsed.issues().stream().map(issue -> issue.sentence()).toList());
    }
    return spec;
  }

  private Map<String, Object> readBlock() {
    Map<String, Object> block = new LinkedHashMap<>();
    put(block, "delimiter", read.delimiter);
    put(block, "encoding", read.encoding);
    if (read.header > 0) {
      block.put("header", read.header);
    }
    put(block, "sheet", read.sheet);
    put(block, "member", read.member);
    put(block, "zone", read.zone);
    put(block, "dates", read.dates);
    put(block, "times", read.times);
    put(block, "never", read.never);
    return block;
  }

  private static void put(Map<String, Object> block, String key, Object value) {
    boolean empty =
        value.equals("")
            || (value instanceof List<?> list && list.isEmpty())
            || (value instanceof Map<?, ?> map && map.isEmpty());
    if (!empty) {
      block.put(key, value);
    }
  }
}
