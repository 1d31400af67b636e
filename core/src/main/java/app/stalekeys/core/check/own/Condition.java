package app.stalekeys.core.check.own;

import com.google.protobuf.NullValue;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import dev.cel.common.CelIssue;
import dev.cel.common.CelOptions;
import dev.cel.common.CelValidationException;
import dev.cel.common.CelValidationResult;
import dev.cel.common.types.CelType;
import dev.cel.common.types.ListType;
import dev.cel.common.types.NullableType;
import dev.cel.common.types.SimpleType;
import dev.cel.compiler.CelCompilerBuilder;
import dev.cel.compiler.CelCompilerFactory;
import dev.cel.parser.CelStandardMacro;
import dev.cel.runtime.CelEvaluationException;
import dev.cel.runtime.CelRuntime;
import dev.cel.runtime.CelRuntimeFactory;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.MatchResult;

/// A condition of an auditor's own check, compiled: yes, no, or "cannot be told" for a subject. Safe for
/// use by several threads. A condition costs a microsecond or two a subject; loops within one are bounded.
///
/// @param <S> what it is asked of
final class Condition<S> {

  /// Turns of all loops of one condition over one subject.
  private static final int MOST_TURNS = 100_000;

  private static final int LONGEST = 4_000;

  private static final CelOptions OPTIONS =
      CelOptions.current().comprehensionMaxIterations(MOST_TURNS).build();

  private static final CelRuntime RUNTIME =
      CelRuntimeFactory.standardCelRuntimeBuilder().setOptions(OPTIONS).build();

  /// A pattern written out in the condition; one that is put together is only tried when it runs.
  private static final java.util.regex.Pattern PATTERN =
      java.util.regex.Pattern.compile(
          "matches\\(\\s*(?:[\\w.]+\\s*,\\s*)?(['\"])((?:[^\\\\]|\\\\.)*?)\\1\\s*\\)");

  /// What came of a text: a condition, or its faults.
  record Compiled<S>(
      @org.jspecify.annotations.Nullable Condition<S> condition, List<OwnCheck.Fault> faults) {
    Compiled {
      faults = List.copyOf(faults);
    }
  }

  /// Whether a subject is flagged.
  enum Verdict {
    YES,
    NO,
    /// Something that the condition rests on is not known of the subject.
    CANNOT_TELL
  }

  private final CelRuntime.Program program;
  private final List<SubjectField<S>> used;

  private Condition(CelRuntime.Program program, List<SubjectField<S>> used) {
    this.program = program;
    this.used = List.copyOf(used);
  }

  static <S> Compiled<S> compile(String text, List<SubjectField<S>> fields) {
    if (text.length() > LONGEST) {
      return new Compiled<>(
          null, List.of(new OwnCheck.Fault(1, 1, "longer than %,d letters".formatted(LONGEST))));
    }
    CelCompilerBuilder builder =
        CelCompilerFactory.standardCelCompilerBuilder()
            .setOptions(OPTIONS)
            .setStandardMacros(CelStandardMacro.STANDARD_MACROS)
            .setResultType(SimpleType.BOOL);
    fields.forEach(field -> builder.addVar(field.name(), type(field.type())));
    CelValidationResult result = builder.build().compile(text);
    if (result.hasError()) {
      return new Compiled<>(
          null, result.getErrors().stream().map(issue -> fault(issue, text, fields)).toList());
    }
    List<OwnCheck.Fault> patterns = patterns(text);
    if (!patterns.isEmpty()) {
      return new Compiled<>(null, patterns);
    }
    try {
      CelRuntime.Program program = RUNTIME.createProgram(result.getAst());
      return new Compiled<>(
          new Condition<>(program, fields.stream().filter(field -> isUsed(field, text)).toList()),
          List.of());
    } catch (CelValidationException | CelEvaluationException wrong) {
      return new Compiled<>(
          null, List.of(new OwnCheck.Fault(1, 1, plain(String.valueOf(wrong.getMessage())))));
    }
  }

  private static CelType type(SubjectField.Type type) {
    return switch (type) {
      case YES_NO -> SimpleType.BOOL;
      case TEXT -> SimpleType.STRING;
      case COUNT -> NullableType.create(SimpleType.INT);
      case TEXTS -> ListType.create(SimpleType.STRING);
    };
  }

  private static <S> OwnCheck.Fault fault(
      CelIssue issue, String text, List<SubjectField<S>> fields) {
    String words = plain(issue.getMessage());
    if (words.startsWith("undeclared reference")) {
      words =
          "there is no "
              + wordAt(
                  text, issue.getSourceLocation().getLine(), issue.getSourceLocation().getColumn())
              + "; the fields are "
              + String.join(", ", fields.stream().map(SubjectField::name).toList());
    }
    return new OwnCheck.Fault(
        issue.getSourceLocation().getLine(), issue.getSourceLocation().getColumn() + 1, words);
  }

  /// The name that stands at a place, with its dots.
  private static String wordAt(String text, int line, int column) {
    String from = text.lines().skip(line - 1L).findFirst().orElse("");
    from = from.substring(Math.min(column, from.length()));
    int end = 0;
    while (end < from.length()
        && (from.charAt(end) == '.' || Character.isJavaIdentifierPart(from.charAt(end)))) {
      end++;
    }
    return from.substring(0, end);
  }

  private static String plain(String message) {
    String words = message.replace(" (in container '')", "");
    int candidates = words.indexOf(" (candidates");
    return candidates < 0 ? words : words.substring(0, candidates);
  }

  /// Patterns are compiled when the condition is saved, not when it first meets a subject.
  private static List<OwnCheck.Fault> patterns(String text) {
    return PATTERN.matcher(text).results().flatMap(found -> fault(text, found).stream()).toList();
  }

  private static List<OwnCheck.Fault> fault(String text, MatchResult found) {
    try {
      Pattern.compile(found.group(2).replace("\\\\", "\\"));
      return List.of();
    } catch (PatternSyntaxException wrong) {
      String before = text.substring(0, found.start(2));
      int line = (int) before.lines().count();
      int column = before.length() - (before.lastIndexOf('\n') + 1) + 1;
      return List.of(
          new OwnCheck.Fault(
              Math.max(line, 1), column, "the pattern is none: " + wrong.getDescription()));
    }
  }

  private static boolean isUsed(SubjectField<?> field, String text) {
    int at = text.indexOf(field.name());
    while (at >= 0) {
      int after = at + field.name().length();
      boolean starts = at == 0 || !Character.isJavaIdentifierPart(text.charAt(at - 1));
      boolean ends = after == text.length() || !Character.isJavaIdentifierPart(text.charAt(after));
      if (starts && ends) {
        return true;
      }
      at = text.indexOf(field.name(), after);
    }
    return false;
  }

  /// The fields that the condition asks for.
  List<SubjectField<S>> used() {
    return used;
  }

  Verdict of(S subject) {
    Map<String, Object> values = new HashMap<>();
    for (SubjectField<S> field : used) {
      Object value = field.value().apply(subject);
      values.put(field.name(), value == UNKNOWN ? NullValue.NULL_VALUE : value);
    }
    try {
      return Boolean.TRUE.equals(program.eval(values)) ? Verdict.YES : Verdict.NO;
    } catch (CelEvaluationException unknown) {
      return Verdict.CANNOT_TELL;
    }
  }

  /// The value of a number that the evidence does not know.
  static final Object UNKNOWN = new Object();
}
