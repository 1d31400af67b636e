package app.stalekeys.core.audit;

import app.stalekeys.core.source.Issue;
import app.stalekeys.core.source.Place;
import app.stalekeys.core.source.Quoted;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/// One block of keys of the audit file, read from the YAML tree so that every fault has its line. A
/// key nobody asked for is a fault: it is a mistyped one more often than not.
final class YamlBlock {

  private final String file;
  private final Map<String, Node> values = new LinkedHashMap<>();
  private final Map<String, Long> lines = new LinkedHashMap<>();
  private final Set<String> asked = new LinkedHashSet<>();
  private final List<Issue> issues;
  private final long line;

  private YamlBlock(String file, long line, List<Issue> issues) {
    this.file = file;
    this.line = line;
    this.issues = issues;
  }

  static YamlBlock of(Node node, String file, List<Issue> issues) {
    YamlBlock block = new YamlBlock(file, line(node), issues);
    if (!(node instanceof MappingNode mapping)) {
      block.fault(
          "expected-block",
          "found %s, expected keys with values".formatted(what(node)),
          block.line);
      return block;
    }
    for (NodeTuple tuple : mapping.getValue()) {
      if (!(tuple.getKeyNode() instanceof ScalarNode key)) {
        block.fault(
            "expected-key",
            "found %s where a key was expected".formatted(what(tuple.getKeyNode())),
            line(tuple.getKeyNode()));
      } else if (block.values.putIfAbsent(key.getValue(), tuple.getValueNode()) == null) {
        block.lines.put(key.getValue(), line(key));
      } else {
        block.fault(
            "key-twice",
            "the key %s stands twice in one block; keep one".formatted(Quoted.text(key.getValue())),
            line(key));
      }
    }
    return block;
  }

  /// The entries of a list, each a block.
  static List<YamlBlock> listOf(SequenceNode list, String file, List<Issue> issues) {
    return list.getValue().stream().map(entry -> of(entry, file, issues)).toList();
  }

  private static long line(Node node) {
    return node.getStartMark().getLine() + 1L;
  }

  private static String what(Node node) {
    return switch (node) {
      case MappingNode _ -> "a block of keys";
      case SequenceNode _ -> "a list";
      case ScalarNode scalar -> Quoted.text(scalar.getValue());
      default -> "something else";
    };
  }

  void fault(String code, String sentence, long atLine) {
    issues.add(Issue.unusable(code, sentence, Place.ofRow(file, atLine)));
  }

  /// The fault is about this key's value.
  void faultAt(String key, String code, String sentence) {
    fault(code, sentence, lines.getOrDefault(key, line));
  }

  /// Whether a key holds a block of its own.
  boolean isBlock(String key) {
    return values.get(key) instanceof MappingNode;
  }

  boolean isList(String key) {
    return values.get(key) instanceof SequenceNode;
  }

  Set<String> keys() {
    return values.keySet();
  }

  boolean has(String key) {
    asked.add(key);
    return values.containsKey(key);
  }

  /// The value's text; null when the key is absent or empty.
  @Nullable String text(String key) {
    asked.add(key);
    Node node = values.get(key);
    if (node == null) {
      return null;
    }
    if (node instanceof ScalarNode scalar) {
      return scalar.getValue().isEmpty() && scalar.isPlain() ? null : scalar.getValue();
    }
    faultAt(
        key,
        "expected-text",
        "%s holds %s, expected one value".formatted(Quoted.text(key), what(node)));
    return null;
  }

  /// The text that must be there; empty after the fault was noted.
  String needed(String key, String example) {
    String text = text(key);
    if (text == null || text.isBlank()) {
      faultAt(
          key,
          "key-missing",
          "the key %s is missing here; add it, for instance %s"
              .formatted(Quoted.text(key), example));
      return "";
    }
    return text;
  }

  /// The text turned into a value; a failure becomes a fault that says what was expected.
  <T> @Nullable T parsed(String key, String expected, Function<String, T> parser) {
    String text = text(key);
    if (text == null) {
      return null;
    }
    try {
      return parser.apply(text.strip());
    } catch (RuntimeException unreadable) {
      String hint =
          unreadable instanceof IllegalArgumentException own && isSentence(own)
              ? own.getMessage()
              : expected;
      faultAt(
          key,
          "value-unreadable",
          "%s is %s, expected %s".formatted(Quoted.text(key), Quoted.text(text), hint));
      return null;
    }
  }

  /// Our own refusals carry a sentence; the JDK's number parser repeats the input.
  private static boolean isSentence(IllegalArgumentException refusal) {
    return !(refusal instanceof NumberFormatException)
        && refusal.getMessage() != null
        && refusal.getStackTrace().length > 0
        && refusal.getStackTrace()[0].getClassName().startsWith("app.stalekeys");
  }

  /// A list of texts; one text alone counts as a list of one. Null when the key is absent.
  @Nullable List<String> texts(String key) {
    asked.add(key);
    Node node = values.get(key);
    if (node instanceof SequenceNode sequence) {
      List<String> texts = new ArrayList<>();
      for (Node entry : sequence.getValue()) {
        if (entry instanceof ScalarNode scalar) {
          texts.add(scalar.getValue());
        } else {
          fault(
              "expected-text",
              "%s lists %s, expected one value".formatted(Quoted.text(key), what(entry)),
              line(entry));
        }
      }
      return texts;
    }
    String text = text(key);
    return text == null ? null : List.of(text);
  }

  /// The block under a key; an empty one when the key is absent.
  YamlBlock block(String key) {
    asked.add(key);
    Node node = values.get(key);
    return node == null || isEmpty(node)
        ? new YamlBlock(file, line, issues)
        : of(node, file, issues);
  }

  /// The blocks listed under a key.
  List<YamlBlock> blocks(String key) {
    asked.add(key);
    Node node = values.get(key);
    if (node == null || isEmpty(node)) {
      return List.of();
    }
    if (node instanceof SequenceNode sequence) {
      return sequence.getValue().stream().map(entry -> of(entry, file, issues)).toList();
    }
    faultAt(
        key,
        "expected-list",
        "%s holds %s, expected a list with a dash before each entry"
            .formatted(Quoted.text(key), what(node)));
    return List.of();
  }

  private static boolean isEmpty(Node node) {
    return node instanceof ScalarNode scalar && scalar.getValue().isEmpty();
  }

  /// All keys with their texts, for blocks whose keys are free.
  Map<String, String> entries() {
    Map<String, String> entries = new LinkedHashMap<>();
    for (String key : values.keySet()) {
      String text = text(key);
      entries.put(key, text == null ? "" : text);
    }
    return entries;
  }

  long line() {
    return line;
  }

  String file() {
    return file;
  }

  /// To be called when all known keys were asked for: the rest are faults.
  void finish() {
    for (String key : values.keySet()) {
      if (!asked.contains(key)) {
        faultAt(
            key,
            "key-unknown",
            "the key %s is not known here; expected one of %s"
                .formatted(Quoted.text(key), Quoted.names(asked)));
      }
    }
  }
}
